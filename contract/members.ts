import { z } from 'zod'

/** What a member may do: an owner everything, an editor all but handing on and removing, a reader look and ask. */
export const ROLES = ['reader', 'editor', 'owner'] as const
export const roleSchema = z.enum(ROLES)
export type Role = z.infer<typeof roleSchema>

const email = z
  .string()
  .trim()
  .toLowerCase()
  .max(200)
  .regex(/^[^\s@]+@[^\s@]+\.[^\s@]+$/, 'Write an e-mail address, such as ada@example.org.')

/** Long enough to be no guess; beyond it nothing is asked for. */
export const LEAST_PASSWORD = 10
const password = z
  .string()
  .min(LEAST_PASSWORD, `A password needs ${LEAST_PASSWORD} characters or more.`)
  .max(200, 'A password has 200 characters at most.')
const name = z.string().trim().min(1, 'Write a name.').max(80)

export const memberSchema = z.object({
  id: z.string(),
  name: z.string(),
  email: z.string(),
  /** What the member may do with every agent; null for those that are shared with the member alone. */
  role: roleSchema.nullable(),
  /** The groups they are in. */
  groups: z.array(z.string()),
  lastSeenAt: z.string().nullable(),
  /** Set while the member may not sign in, after too many wrong passwords. */
  lockedUntil: z.string().nullable(),
})
export type Member = z.infer<typeof memberSchema>

/** Who is asking. Without members everybody on this machine may do everything. */
export const sessionSchema = z.object({
  hasMembers: z.boolean(),
  member: memberSchema.nullable(),
  /** What one can sign in with beside a password: the provider's name; nothing where there is none. */
  provider: z.string().optional(),
})
export type Session = z.infer<typeof sessionSchema>

export const signIn = z.object({ email, password: z.string().max(200) })
export const firstMember = z.object({ name, email, password })
export const newPassword = z.object({ before: z.string().max(200), password })

export const memberList = z.object({
  members: z.array(memberSchema),
  invitations: z.array(z.object({ id: z.string(), email: z.string(), role: roleSchema.nullable(), until: z.string() })),
})
export type MemberList = z.infer<typeof memberList>
const groupName = z.string().trim().min(1, 'Write the name of a group.').max(40)
export const memberChange = z.union([
  z.object({ role: roleSchema.nullable() }),
  z.object({ groups: z.array(groupName).max(20) }),
])

export const newInvitation = z.object({ email, role: roleSchema.nullable().default(null) })
/** A link that lets one person in, shown once. */
export const invitationMade = z.object({ id: z.string(), token: z.string() })
/** What the invited person sees: who may come in by this link, and whether it only sets a new password. */
export const invitationSchema = z.object({ email: z.string(), isKnown: z.boolean() })
export const invitationTaken = z.object({ name: name.optional(), password })

/** With whom an agent is shared, and what each may do. `everybody` is every member. */
export const sharing = z.object({
  everybody: roleSchema.exclude(['owner']).nullable(),
  groups: z.array(z.object({ name: z.string(), role: roleSchema })),
  members: z.array(z.object({ memberId: z.string(), name: z.string(), email: z.string(), role: roleSchema })),
})
export type Sharing = z.infer<typeof sharing>
export const sharingChange = z.union([
  z.object({ everybody: roleSchema.exclude(['owner']).nullable() }),
  z.object({ email, role: roleSchema.nullable() }),
  z.object({ group: groupName, role: roleSchema.nullable() }),
])

export const keySchema = z.object({
  id: z.string(),
  name: z.string(),
  createdAt: z.string(),
  lastUsedAt: z.string().nullable(),
})
export type PersonalKey = z.infer<typeof keySchema>
export const keyList = z.object({ keys: z.array(keySchema) })
export const newKey = z.object({ name })
/** A key as it is shown once. */
export const keyMade = keySchema.extend({ key: z.string() })

export const auditEntry = z.object({
  id: z.string(),
  at: z.string(),
  who: z.string(),
  /** What was done, as method and route. */
  what: z.string(),
  agentId: z.string().nullable(),
  agent: z.string().nullable(),
})
export type AuditEntry = z.infer<typeof auditEntry>
export const auditList = z.object({ total: z.number(), entries: z.array(auditEntry) })

/** A word from whoever can read the data folder: a sum over the address, made with the key file there. */
export const wayBack = z.object({
  email,
  role: roleSchema.nullable().default('owner'),
  at: z.number().int(),
  proof: z.string().max(100),
})

/** An OpenID Connect provider that members sign in with. The secret is write-only: left out it stays. */
const providerFields = {
  /** Empty for none. */
  issuer: z.union([z.literal(''), z.url({ protocol: /^https?$/, error: 'Write the address of the provider.' })]),
  clientId: z.string().trim().max(200).default(''),
  /** What it is called on the button. */
  name: z.string().trim().max(60).default(''),
  /** Whose addresses end so become members by signing in; others must be members already. */
  domains: z
    .array(
      z
        .string()
        .trim()
        .toLowerCase()
        .regex(/^[a-z0-9.-]+\.[a-z]{2,}$/, 'Write a domain such as example.org.'),
    )
    .max(20)
    .default([]),
  /** What they may do then, with every agent; null for those that are shared with them. */
  role: roleSchema.nullable().default(null),
}
export const newProvider = z.object({ ...providerFields, clientSecret: z.string().max(500).optional() })
export const providerState = z.object({ ...providerFields, hasSecret: z.boolean() })
export type ProviderState = z.infer<typeof providerState>
