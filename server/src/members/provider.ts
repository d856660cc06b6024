import { eq } from 'drizzle-orm'
import * as oidc from 'openid-client'
import type { z } from 'zod'
import type { newProvider, ProviderState } from '@parrot/contract'
import { members, settings, type Database } from '../database'
import { HttpProblem } from '../http/problems'
import { newId } from '../ids'
import type { Seal } from '../settings/seal'
import { memberByEmail, type MemberRow } from './queries'

const NAME = 'provider'

type Kept = Omit<ProviderState, 'hasSecret'> & { readonly sealedSecret: string | null }

const NONE: Kept = { issuer: '', clientId: '', name: '', domains: [], role: null, sealedSecret: null }

async function kept(db: Database): Promise<Kept> {
  const [row] = await db.select().from(settings).where(eq(settings.name, NAME))
  return { ...NONE, ...(row?.value as Partial<Kept> | undefined) }
}

/** The provider members sign in with, as a browser may see it. */
export async function providerOf(db: Database): Promise<ProviderState> {
  const { sealedSecret, ...shown } = await kept(db)
  return { ...shown, hasSecret: sealedSecret !== null }
}

/** Sets the provider. A kept secret does not travel to another one. */
export async function setProvider(
  db: Database,
  seal: Seal,
  { clientSecret, ...given }: z.output<typeof newProvider>,
): Promise<ProviderState> {
  const before = await kept(db)
  const isSame = before.issuer === given.issuer && before.clientId === given.clientId
  const sealedSecret = clientSecret ? seal.close(clientSecret) : isSame ? before.sealedSecret : null
  const value: Kept = { ...given, sealedSecret }
  await db.insert(settings).values({ name: NAME, value }).onConflictDoUpdate({ target: settings.name, set: { value } })
  return providerOf(db)
}

/** What is remembered in the browser while somebody is at the provider. */
export interface Leaving {
  readonly verifier: string
  readonly state: string
  readonly nonce: string
}

const failed = (detail: string): HttpProblem =>
  new HttpProblem(502, 'Signing in there did not work.', detail, { code: 'provider' })

async function configuration(db: Database, seal: Seal): Promise<{ config: oidc.Configuration; provider: Kept }> {
  const provider = await kept(db)
  if (provider.issuer === '') throw new HttpProblem(404, 'Members sign in with a password here.')
  const secret = provider.sealedSecret === null ? undefined : seal.open(provider.sealedSecret)
  const issuer = new URL(provider.issuer)
  // A provider on this machine has no certificate; any other must have one.
  const isLocal = issuer.protocol === 'http:' && ['127.0.0.1', 'localhost', '[::1]'].includes(issuer.hostname)
  try {
    const options = isLocal ? { execute: [oidc.allowInsecureRequests] } : {}
    return { config: await oidc.discovery(issuer, provider.clientId, secret, undefined, options), provider }
  } catch {
    throw failed(`“${provider.issuer}” does not answer as a provider does.`)
  }
}

/** Where somebody is sent to sign in, and what is remembered meanwhile: state, nonce, and a proof key (RFC 7636). */
export async function toProvider(
  db: Database,
  seal: Seal,
  redirectUri: string,
): Promise<{ address: string; leaving: Leaving }> {
  const { config } = await configuration(db, seal)
  const leaving = {
    verifier: oidc.randomPKCECodeVerifier(),
    state: oidc.randomState(),
    nonce: oidc.randomNonce(),
  }
  const address = oidc.buildAuthorizationUrl(config, {
    redirect_uri: redirectUri,
    scope: 'openid email profile',
    code_challenge: await oidc.calculatePKCECodeChallenge(leaving.verifier),
    code_challenge_method: 'S256',
    state: leaving.state,
    nonce: leaving.nonce,
  })
  return { address: address.href, leaving }
}

/** Who comes back from the provider: a member by the address it vouches for, or a new one where its domain is let in. */
export async function fromProvider(db: Database, seal: Seal, address: URL, leaving: Leaving): Promise<MemberRow> {
  const { config, provider } = await configuration(db, seal)
  const claims = await oidc
    .authorizationCodeGrant(config, address, {
      pkceCodeVerifier: leaving.verifier,
      expectedState: leaving.state,
      expectedNonce: leaving.nonce,
      idTokenExpected: true,
    })
    .then((tokens) => tokens.claims()!)
    .catch(() => {
      throw failed('Try again. If it happens again, look at the provider’s settings.')
    })
  const email = typeof claims.email === 'string' ? claims.email.trim().toLowerCase() : ''
  if (email === '' || claims.email_verified !== true)
    throw new HttpProblem(403, 'The provider does not vouch for your mail address.', undefined, { code: 'no-email' })
  const known = await memberByEmail(db, email)
  if (known) return known
  if (!provider.domains.includes(email.slice(email.lastIndexOf('@') + 1)))
    throw new HttpProblem(403, `${email} is no member here.`, 'Ask an owner for an invitation.', { code: 'no-member' })
  const name = typeof claims.name === 'string' && claims.name.trim() ? claims.name.trim().slice(0, 80) : email
  const [made] = await db
    .insert(members)
    // Nobody knows a password of theirs: they come in by the provider, or by a link that sets one.
    .values({ id: newId(), name, email, password: '', role: provider.role })
    .onConflictDoNothing()
    .returning()
  if (!made) throw new HttpProblem(403, `${email} was taken out here.`, 'Ask an owner to bring you back.')
  return made
}
