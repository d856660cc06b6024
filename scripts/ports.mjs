/**
 * The ports of a whole product: the server stands at the base, its stand-ins at fixed distances above. Two products on one
 * machine need nothing but bases that are fifty apart.
 */
const DISTANCES = {
  server: 0,
  site: 1,
  model: 2,
  transcriber: 3,
  mailbox: 4,
  provider: 5,
  office: 6,
  calendar: 7,
  smtp: 25,
}

/** The ports above a base, by what listens on them. */
export const portsAbove = (base) =>
  Object.fromEntries(Object.entries(DISTANCES).map(([name, distance]) => [name, base + distance]))

/** The ports this product is told to use: above `PARROT_BASE_PORT`, the `PORT` of its server, or 4100. */
export function portsFrom(env = process.env) {
  const given = env.PARROT_BASE_PORT ?? env.PORT ?? '4100'
  const base = Number(given)
  if (!Number.isInteger(base) || base < 1 || base > 65_000)
    throw new Error(`PARROT_BASE_PORT is “${given}”: give a whole number from 1 to 65000.`)
  return portsAbove(base)
}
