import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { CLIENT, startProvider, type SignInProvider } from '@parrot/stand-ins'
import { openTestApp, type TestApp } from '../../testing/testApp'

let app: TestApp
let provider: SignInProvider
let owner: Record<string, string>

beforeAll(async () => {
  provider = await startProvider(0, ['http://localhost:4100/api/session/provider/callback'])
  app = await openTestApp()
  const first = { name: 'Olive', email: 'olive@example.org', password: 'nine lives of a parrot' }
  const made = await app.ask('POST', '/api/members/first', first)
  owner = { cookie: String(made.headers['set-cookie']).split(';')[0]!, origin: 'http://localhost:4100' }
}, 60_000)
afterAll(async () => {
  await provider.close()
  await app.end()
})

const set = (more: object = {}, headers = owner) =>
  app.ask(
    'PUT',
    '/api/settings/provider',
    { issuer: provider.issuer, clientId: CLIENT.id, clientSecret: CLIENT.secret, name: 'The harbour', ...more },
    headers,
  )

/** Goes to the provider and back as a browser does; gives where one ends, and the cookie one has then. */
async function signIn(tamper: (address: URL) => void = () => undefined): Promise<{ to: string; cookie: string }> {
  const left = await app.ask('GET', '/api/session/provider')
  const leaving = String(left.headers['set-cookie']).split(';')[0]!
  const jar = new Map<string, string>()
  let address = new URL(String(left.headers.location))
  while (address.origin === provider.issuer) {
    const cookie = [...jar].map(([name, value]) => `${name}=${value}`).join('; ')
    const response = await fetch(address, { redirect: 'manual', headers: { cookie } })
    for (const each of response.headers.getSetCookie()) {
      const [name, ...value] = each.split(';')[0]!.split('=')
      jar.set(name!, value.join('='))
    }
    address = new URL(response.headers.get('location') ?? 'none:', address)
  }
  tamper(address)
  const back = await app.ask('GET', `${address.pathname}${address.search}`, undefined, { cookie: leaving })
  const cookies = [back.headers['set-cookie']].flat().map(String)
  return {
    to: decodeURIComponent(String(back.headers.location)),
    cookie: cookies.find((each) => each.startsWith('parrot='))?.split(';')[0] ?? '',
  }
}
const session = async (cookie: string) => (await app.ask('GET', '/api/session', undefined, { cookie })).body

describe('signing in with a provider', () => {
  it('is offered where one is set, and its secret is shown to nobody', async () => {
    expect((await session('')).provider).toBeUndefined()
    const { body } = await set()
    expect(body).toMatchObject({ hasSecret: true, issuer: provider.issuer })
    expect(JSON.stringify(body)).not.toContain(CLIENT.secret)
    expect((await session('')).provider).toBe('The harbour')
    expect((await set({}, {} as never)).status).toBe(401)
    // A secret does not go to another provider.
    const other = await set({ issuer: 'https://elsewhere.example', clientSecret: undefined })
    expect(other.body.hasSecret).toBe(false)
    await set()
  })

  it('lets in a member by the address it vouches for', async () => {
    provider.is({ email: 'Olive@Example.org', name: 'Somebody' })
    const { to, cookie } = await signIn()
    expect(to).toBe('/')
    expect((await session(cookie)).member).toMatchObject({ name: 'Olive', role: 'owner' })
  })

  it('makes members of those whose domain is let in, and of nobody else', async () => {
    provider.is({ email: 'bo@plots.example', name: 'Bo' })
    expect((await signIn()).to).toMatch(/bo@plots\.example is no member here/)
    await set({ domains: ['plots.example'], role: 'reader' })
    const { cookie } = await signIn()
    expect((await session(cookie)).member).toMatchObject({ name: 'Bo', email: 'bo@plots.example', role: 'reader' })
    provider.is({ email: 'eve@notplots.example', name: 'Eve' })
    expect((await signIn()).to).toMatch(/no member here/)
    const byPassword = await app.ask('POST', '/api/session', { email: 'bo@plots.example', password: '' })
    expect(byPassword.status).toBe(401)
  })

  it('takes no address that the provider does not vouch for', async () => {
    provider.is({ email: 'olive@example.org', name: 'Eve', isVerified: false })
    const { to, cookie } = await signIn()
    expect([to, cookie]).toEqual([expect.stringContaining('does not vouch'), ''])
  })

  it('takes no answer that it did not ask for', async () => {
    provider.is({ email: 'olive@example.org', name: 'Olive' })
    const forged = await signIn((address) => address.searchParams.set('state', 'another'))
    expect([forged.to, forged.cookie]).toEqual([expect.stringContaining('did not work'), ''])
    const alone = await app.ask('GET', '/api/session/provider/callback?code=x&state=y')
    expect(String(alone.headers.location)).toContain('/sign-in?told=')
  })
})
