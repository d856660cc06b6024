import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { Provider } from 'oidc-provider'

/** An OpenID Connect provider that vouches for whoever it is told to: everybody who comes is this person. */
export interface SignInProvider {
  readonly issuer: string
  /** Who signs in from now on. */
  is(person: { readonly email: string; readonly name: string; readonly isVerified?: boolean }): void
  close(): Promise<void>
}

/** The client it knows. */
export const CLIENT = { id: 'parrot', secret: 'a secret of the stand-in' } as const

/** Starts the provider on loopback; `redirects` are the addresses its client may ask to be sent back to. */
export async function startProvider(port: number, redirects: readonly string[]): Promise<SignInProvider> {
  let person = { email: 'olive@example.org', name: 'Olive Marsh', isVerified: true }
  const server = createServer()
  await new Promise<void>((resolve) => server.listen(port, '127.0.0.1', resolve))
  const issuer = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  const provider = new Provider(issuer, {
    clients: [
      {
        client_id: CLIENT.id,
        client_secret: CLIENT.secret,
        redirect_uris: [...redirects],
        token_endpoint_auth_method: 'client_secret_post',
      },
    ],
    claims: { openid: ['sub'], email: ['email', 'email_verified'], profile: ['name'] },
    // Claims stand in the token itself, as most providers do it.
    conformIdTokenClaims: false,
    features: { devInteractions: { enabled: false } },
    findAccount: (_context, sub) => ({
      accountId: sub,
      claims: () => ({ sub, email: person.email, email_verified: person.isVerified, name: person.name }),
    }),
    interactions: { url: (_context, { uid }) => `/interaction/${uid}` },
    cookies: { keys: ['a key of the stand-in'] },
  })
  const answer = provider.callback()
  server.on('request', (request, response) => {
    if (!request.url?.startsWith('/interaction/')) return void answer(request, response)
    // Whoever comes is signed in and agrees to everything.
    provider
      .interactionDetails(request, response)
      .then(async ({ prompt, params, grantId }) => {
        if (prompt.name === 'login')
          return provider.interactionFinished(request, response, { login: { accountId: person.email } })
        const grant =
          (grantId ? await provider.Grant.find(grantId) : undefined) ??
          new provider.Grant({ accountId: person.email, clientId: String(params.client_id) })
        grant.addOIDCScope('openid email profile')
        return provider.interactionFinished(request, response, { consent: { grantId: await grant.save() } })
      })
      .catch(() => response.writeHead(500).end())
  })
  return {
    issuer,
    is: (next) => void (person = { isVerified: true, ...next }),
    close: () => new Promise((resolve) => server.close(() => resolve())),
  }
}
