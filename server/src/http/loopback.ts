import { isIP } from 'node:net'

/** Whether a name or address is this machine itself. */
export const isLoopback = (host: string): boolean =>
  host === 'localhost' || host === '::1' || (isIP(host) === 4 && host.startsWith('127.'))
