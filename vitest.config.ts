import { defineConfig } from 'vitest/config'

/** Files that take the browser's globals or stores for themselves run alone; all others share what they have loaded. */
const alone = ['web/src/**/{*Store,use*,kept,load,runs}.test.ts', 'widget/*.test.ts']
const shared = '{core,contract,client,server,cli,stand-ins,demo,bench,web}/**/*.test.ts'
/** Passwords are as safe as tests need them, so that not every test of a member waits for what slows a guesser down. */
const env = { PARROT_PASSWORD_COST: '12' }
/** What is waited for may take seconds on a busy machine; what never comes fails all the same. */
const expect = { poll: { timeout: 15_000 } }
const common = { testTimeout: 20_000, hookTimeout: 60_000, env, expect }

export default defineConfig({
  test: {
    globalSetup: ['server/testing/blankImage.ts'],
    maxWorkers: 2,
    projects: [
      {
        extends: true,
        test: {
          ...common,
          name: 'shared',
          include: [shared],
          exclude: [...alone, '**/node_modules/**'],
          isolate: false,
        },
      },
      { extends: true, test: { ...common, name: 'alone', include: alone } },
    ],
  },
})
