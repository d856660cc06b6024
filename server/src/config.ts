import { resolve } from 'node:path'

/** What the server is told from outside. */
export interface Config {
  readonly dataFolder: string
  readonly host: string
  readonly port: number
  /** Where visitors are let in by a door of their own; undefined for no such door. */
  readonly visitors: { readonly host: string; readonly port: number } | undefined
  readonly databaseUrl: string | undefined
  /** Characters that the sources of one agent may hold together. */
  readonly mostCharacters: number
  /** Private hosts pages may be fetched from, on top of those set in the application. */
  readonly allowedHosts: readonly string[]
  /** Names the server may be reached by, besides loopback. */
  readonly publicHosts: readonly string[]
  /** Addresses and networks of proxies whose word is taken for where a visitor comes from. */
  readonly trustedProxies: readonly string[]
  /** Turns that may be taken in a minute: in one conversation, and by all from one address. */
  readonly turnsPerMinute: { readonly conversation: number; readonly address: number }
  /** Minutes without a word after which a visitor's conversation is over. */
  readonly quietMinutes: number
  /** Whether a commit waits until it lies on the disk. */
  readonly isDurable: boolean
  /** Bytes kept free on the disk of the data folder; below it nothing more is written. */
  readonly reserve: number
  /** Base address of simulated models that ship with the product; nothing where they do not run. */
  readonly simulatedModels: string | undefined
  /** Programs that speak the Model Context Protocol and may be run as tools: a name, and what it is run with. */
  readonly mcpCommands: Readonly<Record<string, readonly string[]>>
  /** Where files are looked for that begin relays; undefined for nowhere. */
  readonly cueFolder: string | undefined
  readonly logLevel: string
}

const list = (value: string | undefined): string[] =>
  (value ?? '')
    .split(',')
    .map((part) => part.trim().toLowerCase())
    .filter((part) => part !== '')

function portFrom(name: string, value: string): number {
  const port = Number(value)
  if (!Number.isInteger(port) || port < 0 || port > 65535)
    throw new Error(`${name} is “${value}”: give a number from 0 to 65535.`)
  return port
}

function countFrom(name: string, value: string): number {
  const count = Number(value)
  if (!Number.isInteger(count) || count < 1 || count > 1e9)
    throw new Error(`${name} is “${value}”: give a whole number from 1.`)
  return count
}

/** "notices=node /opt/notices.js; maps=/usr/bin/maps-mcp": programs by name, each with what it is run with. */
const commandsFrom = (value = ''): Record<string, readonly string[]> =>
  Object.fromEntries(
    value
      .split(';')
      .map((part) => part.trim())
      .filter((part) => part !== '')
      .map((part): [string, string[]] => {
        const [name, ...rest] = part.split('=')
        const command = rest.join('=').trim().split(/\s+/)
        if (!name?.trim() || command[0] === '')
          throw new Error(`PARROT_MCP_COMMANDS has “${part}”: write name=program with its arguments, joined by “;”.`)
        return [name.trim(), command]
      }),
  )

/** The variable that says where the server listens, and what it says. */
const portIn = (env: Readonly<Record<string, string | undefined>>): [name: string, value: string] => {
  const name = ['PORT', 'PARROT_BASE_PORT'].find((each) => env[each] !== undefined)
  return name === undefined ? ['PORT', '4100'] : [name, env[name]!]
}

/** Reads the configuration from environment variables; every one has a default that is safe on a desktop machine. */
export function configFrom(env: Readonly<Record<string, string | undefined>>): Config {
  const host = env.PARROT_HOST ?? '127.0.0.1'
  return {
    dataFolder: resolve(env.PARROT_DATA ?? './data'),
    host,
    port: portFrom(...portIn(env)),
    visitors: env.PARROT_VISITOR_PORT
      ? { host: env.PARROT_VISITOR_HOST ?? '127.0.0.1', port: portFrom('PARROT_VISITOR_PORT', env.PARROT_VISITOR_PORT) }
      : undefined,
    databaseUrl: env.DATABASE_URL || undefined,
    mostCharacters: Number(env.PARROT_MOST_CHARACTERS) || 11_000_000,
    allowedHosts: list(env.PARROT_ALLOW_HOSTS),
    publicHosts: list(env.PARROT_PUBLIC_HOSTS),
    trustedProxies: list(env.PARROT_TRUSTED_PROXIES),
    turnsPerMinute: {
      conversation: countFrom('PARROT_TURNS_PER_CONVERSATION', env.PARROT_TURNS_PER_CONVERSATION ?? '30'),
      address: countFrom('PARROT_TURNS_PER_ADDRESS', env.PARROT_TURNS_PER_ADDRESS ?? '600'),
    },
    quietMinutes: countFrom('PARROT_QUIET_MINUTES', env.PARROT_QUIET_MINUTES ?? '30'),
    isDurable: env.PARROT_DURABLE !== 'off',
    reserve: countFrom('PARROT_RESERVE_MB', env.PARROT_RESERVE_MB ?? '64') * 1024 * 1024,
    simulatedModels: env.PARROT_SIMULATED_MODELS || undefined,
    mcpCommands: commandsFrom(env.PARROT_MCP_COMMANDS),
    cueFolder: env.PARROT_CUE_FOLDER ? resolve(env.PARROT_CUE_FOLDER) : undefined,
    logLevel: env.PARROT_LOG ?? 'info',
  }
}
