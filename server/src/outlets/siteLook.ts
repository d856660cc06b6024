import { readSite, stylesheetsOf } from '@parrot/core/siteLook'
import type { SiteLookFound } from '@parrot/contract'
import { logoPicture } from '../agents/facePicture'
import { fetchPage, type FetchOptions, type FetchResult } from '../crawl'
import { HttpProblem } from '../http/problems'
import type { Services } from '../services'
import { hostsOf } from '../settings/hosts'

/** Stylesheets and pictures that are looked at of one site, and how long all of it may take. */
const MOST_SHEETS = 6
const MOST_LOGOS = 4
const TIMEOUT_MS = 15_000

/** Reads a site's page with its styles, as pages of a library are fetched, and what an outlet would take over of them. */
export async function lookOfSite(services: Services, address: string): Promise<SiteLookFound> {
  const options = { allowedHosts: await hostsOf(services), signal: AbortSignal.timeout(TIMEOUT_MS) }
  const found = await pageAt(address, options).catch(() => undefined)
  if (!found)
    throw new HttpProblem(422, 'The site took too long to answer.', 'Try again later.', { code: 'not-fetched' })
  if (!found.ok)
    throw new HttpProblem(422, found.problem.message, found.problem.advice, {
      code: 'not-fetched',
      ...(found.hostToAllow ? { extra: { hostToAllow: found.hostToAllow } } : {}),
    })
  const { bytes, url: at } = found.page!
  const html = textOf(bytes)
  const sheets = await Promise.all(
    stylesheetsOf(html, at)
      .slice(0, MOST_SHEETS)
      .map(async (sheet) => textOf((await bytesAt(sheet, options)) ?? new Uint8Array())),
  )
  const { logos, ...look } = readSite({ url: at, html, sheets })
  return {
    ...look,
    accents: [...look.accents],
    host: new URL(at).host,
    logo: await firstLogo(services, logos.slice(0, MOST_LOGOS), options),
  }
}

/** Where no scheme is written it is the safe one, and the other for a site that does not speak it. */
async function pageAt(address: string, options: FetchOptions): Promise<FetchResult> {
  if (/^[a-z][a-z0-9+.-]*:\/\//i.test(address)) return fetchPage(address, options)
  const found = await fetchPage(`https://${address}`, options)
  const isSilent = !found.ok && found.status === undefined && !found.hostToAllow
  return isSilent ? fetchPage(`http://${address}`, options) : found
}

const textOf = (bytes: Uint8Array): string => new TextDecoder().decode(bytes)

async function bytesAt(url: string, options: FetchOptions): Promise<Uint8Array | undefined> {
  const drawn = /^data:image\/svg\+xml,(.*)$/s.exec(url)?.[1]
  if (drawn !== undefined) return new TextEncoder().encode(decodeURIComponent(drawn))
  const found = await fetchPage(url, options).catch(() => undefined)
  return found?.ok ? found.page?.bytes : undefined
}

/** The first of the addresses that leads to a picture, kept; empty where none does. */
async function firstLogo({ files }: Services, logos: readonly string[], options: FetchOptions): Promise<string> {
  for (const url of logos) {
    const bytes = await bytesAt(url, options)
    const picture = bytes && (await logoPicture(bytes, url).catch(() => undefined))
    if (picture) return `picture:${files.keep(picture)}`
  }
  return ''
}
