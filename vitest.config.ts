import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    include: ['{core,contract,client,server,web,widget,stand-ins,demo,bench}/**/*.test.ts'],
    globalSetup: ['server/testing/blankImage.ts'],
    testTimeout: 20_000,
    hookTimeout: 60_000,
    maxWorkers: 2,
  },
})
