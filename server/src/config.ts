import { resolve } from 'node:path'

/** What the server is told from outside. */
export interface Config {
  readonly dataFolder: string
  readonly host: string
  readonly port: number
  readonly databaseUrl: string | undefined
  /** Private hosts pages may be fetched from, on top of those set in the application. */
  /** Characters that the sources of one agent may hold together. */
  readonly mostCharacters: number
  readonly allowedHosts: readonly string[]
  /** Names the server may be reached by, besides loopback. */
  readonly publicHosts: readonly string[]
  /** Base address of simulated models that ship with the product; nothing where they do not run. */
  readonly simulatedModels: string | undefined
  readonly logLevel: string
}

const list = (value: string | undefined): string[] =>
  (value ?? '')
    .split(',')
    .map((part) => part.trim().toLowerCase())
    .filter((part) => part !== '')

/** Reads the configuration from environment variables; every one has a default that is safe on a desktop machine. */
export function configFrom(env: Readonly<Record<string, string | undefined>>): Config {
  const port = Number(env.PORT ?? env.PARROT_PORT ?? 4100)
  if (!Number.isInteger(port) || port < 0 || port > 65535)
    throw new Error(`PORT is “${env.PORT ?? env.PARROT_PORT}”: give a number from 0 to 65535.`)
  return {
    dataFolder: resolve(env.PARROT_DATA ?? './data'),
    host: env.PARROT_HOST ?? '127.0.0.1',
    port,
    databaseUrl: env.DATABASE_URL || undefined,
    mostCharacters: Number(env.PARROT_MOST_CHARACTERS) || 11_000_000,
    allowedHosts: list(env.PARROT_ALLOW_HOSTS),
    publicHosts: list(env.PARROT_PUBLIC_HOSTS),
    simulatedModels: env.PARROT_SIMULATED_MODELS || undefined,
    logLevel: env.PARROT_LOG ?? 'info',
  }
}
