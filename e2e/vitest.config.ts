import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    include: ['e2e/**/*.test.ts'],
    globalSetup: ['e2e/setup.ts'],
    testTimeout: 90_000,
    hookTimeout: 180_000,
    // A drawn page or a stored change may take seconds on a busy machine; what never comes fails all the same.
    expect: { poll: { timeout: 30_000 } },
    // Each worker has ports and a browser of its own, each file a product that begins with the sample scenario.
    maxWorkers: 2,
    isolate: false,
    // One journey: what a later test needs, an earlier one has made.
    bail: 3,
  },
})
