import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { openTestApp, rulesFile, type TestApp } from '../../testing/testApp'

/**
 * Malformed requests over every route: whatever is sent, the answer is one a person can act on, never a failure of the
 * server. Seeded, so that a failure can be seen again; `PARROT_FUZZ` sets how many requests each route gets.
 */
const REQUESTS = Number(process.env.PARROT_FUZZ ?? 14)
const SEED = 20

interface Route {
  readonly method: string
  readonly path: string
  /** Names that a body of this route may have. */
  readonly names: readonly string[]
}

let app: TestApp
const routes: Route[] = []
const ids: string[] = []

beforeAll(async () => {
  app = await openTestApp()
  const { id, slug } = (await app.ask('POST', '/api/agents', { name: 'Ada' })).body
  const source = await app.read(id, rulesFile())
  const script = await app.ask('POST', `/api/agents/${id}/scripts`, { title: 'T', turns: [{ say: 'x', checks: [] }] })
  await app.ask('POST', `/api/agents/${id}/editions`, { summary: 'First' })
  ids.push(id, slug, source.id, script.body.id)
  const { paths } = (await app.ask('GET', '/api/openapi.json')).body
  for (const [path, methods] of Object.entries(paths as Record<string, Record<string, object>>))
    for (const [method, about] of Object.entries(methods))
      routes.push({ method: method.toUpperCase(), path, names: [...namesIn(about)] })
})
afterAll(() => app.end())

/** Every name of a property in a schema, however deep. */
function namesIn(value: unknown, found = new Set<string>()): Set<string> {
  if (typeof value !== 'object' || value === null) return found
  const { properties } = value as { properties?: object }
  for (const name of Object.keys(properties ?? {})) found.add(name)
  for (const each of Object.values(value)) namesIn(each, found)
  return found
}

const HOSTILE_TEXTS = [
  '',
  ' ',
  '\u0000',
  'a\u0000b',
  '\ud800',
  '\udfff\ud800',
  '%00',
  '../..',
  '{{name}}',
  "'; drop table agents",
  'x'.repeat(20_000),
  '\u202e',
  '<svg onload=x>',
  '2027-13-45',
  '٣',
]
const HOSTILE_NUMBERS = [0, -1, 1.5, 2 ** 31, -(2 ** 31) - 1, 2 ** 53, 1e308, -0]
const hostile: fc.Arbitrary<unknown> = fc.letrec((tie) => ({
  value: fc.oneof(
    { depthSize: 'small' },
    fc.constantFrom<unknown>(...HOSTILE_TEXTS, ...HOSTILE_NUMBERS, null, true, false, [], {}),
    fc.string({ unit: 'binary', maxLength: 20 }),
    fc.array(tie('value'), { maxLength: 3 }),
  ),
})).value

const bodyFor = ({ names }: Route): fc.Arbitrary<unknown> =>
  names.length === 0
    ? hostile
    : fc.oneof(
        { weight: 1, arbitrary: hostile },
        {
          weight: 4,
          arbitrary: fc
            .array(fc.tuple(fc.constantFrom(...names), hostile), { maxLength: 6 })
            .map((pairs) => Object.fromEntries(pairs)),
        },
      )

const inPath = (): fc.Arbitrary<string> =>
  fc.oneof(
    { weight: 3, arbitrary: fc.constantFrom(...ids) },
    {
      weight: 1,
      arbitrary: fc.constantFrom(
        '%00',
        '%ff',
        '%ED%A0%80',
        'x'.repeat(3000),
        '..%2F..',
        '-1',
        '%E2%80%AE',
        '99999999999999999999',
      ),
    },
  )
const query = fc.constantFrom(
  '',
  '?limit=-1',
  '?limit=1e99',
  '?q=%00',
  '?q=%ED%A0%80',
  '?offset=99999999999',
  '?from=%00&to=x',
  '?edition=2147483648',
  '?form=%00',
  '?a[b]=c&a=1',
  `?q=${'y'.repeat(4000)}`,
)

const MULTIPART = [
  [
    'multipart/form-data; boundary=x',
    '--x\r\nContent-Disposition: form-data; name="file"; filename="a.md"\r\n\r\ncut off',
  ],
  ['multipart/form-data; boundary=x', '--x--'],
  ['multipart/form-data', 'no boundary'],
  [
    'multipart/form-data; boundary=x',
    '--x\r\nContent-Disposition: form-data; name="file"; filename="a\u0000.md"\r\n\r\nx\r\n--x--\r\n',
  ],
  ['text/plain', 'plain words'],
  ['application/json', '{"a":'],
  ['application/json', `${'['.repeat(5000)}${']'.repeat(5000)}`],
  ['application/json', '"\\ud800"'],
  ['application/xml', '<a/>'],
] as const

describe('malformed requests', () => {
  it('are answered on every route with something a person can act on', async () => {
    expect(routes.length).toBeGreaterThan(100)
    const failures: string[] = []
    for (const [at, route] of routes.entries()) {
      // Streams that only end with the visitor are not asked for.
      if (route.path.endsWith('/events')) continue
      const requests = fc.sample(
        fc.tuple(
          fc.array(inPath(), { minLength: 3, maxLength: 3 }),
          query,
          bodyFor(route),
          fc.constantFrom(undefined, undefined, ...MULTIPART),
        ),
        {
          numRuns: REQUESTS,
          seed: SEED + at,
        },
      )
      for (const [parts, asked, body, raw] of requests) {
        let part = 0
        const url = route.path.replace(/\{\w+\}/g, () => parts[part++]!) + asked
        const sends = route.method !== 'GET' && route.method !== 'DELETE'
        const [type, payload] = raw ?? ['application/json', JSON.stringify(body) ?? '']
        const response = await app.server.inject({
          method: route.method as 'GET',
          url,
          headers: { host: 'localhost:4100', ...(sends ? { 'content-type': type } : {}) },
          ...(sends ? { payload } : {}),
        })
        if (response.statusCode >= 500 && response.statusCode !== 503)
          failures.push(
            `${route.method} ${url.slice(0, 120)} ${sends ? payload.slice(0, 160) : ''} → ${response.statusCode}`,
          )
      }
    }
    expect(failures).toEqual([])
    expect((await app.ask('GET', '/api/health')).body.status).toBe('ok')
  }, 240_000)
})
