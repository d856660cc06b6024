import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    include: ['e2e/**/*.test.ts'],
    globalSetup: ['server/testing/blankImage.ts'],
    testTimeout: 90_000,
    hookTimeout: 180_000,
    // A drawn page or a stored change may take seconds on a busy machine; what never comes fails all the same.
    expect: { poll: { timeout: 30_000 } },
    // Each file has a product of its own, with ports, data and browser.
    maxWorkers: 2,
    // A click that met a page still moving is made once more; what is broken fails twice.
    retry: 1,
    // One journey: what a later test needs, an earlier one has made.
    bail: 3,
  },
})
