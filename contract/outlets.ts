import { z } from 'zod'
import { deskHours, timeZone } from './desk'
import { NO_FORM, visitorForm } from './visitors'

/** Where an agent is handed out: a page by link, a bubble or a frame on a site, or an address for programs. */
export const OUTLET_KINDS = ['page', 'bubble', 'frame', 'api'] as const
export const outletKind = z.enum(OUTLET_KINDS)
export type OutletKind = z.infer<typeof outletKind>

const colour = z
  .string()
  .trim()
  .toLowerCase()
  .regex(/^#[0-9a-f]{6}$/, 'Write a colour such as #1f6f5c.')

/** How an outlet looks; what is empty or null is the agent’s own, or the page’s. */
export const outletLook = z.object({
  title: z.string().trim().max(80).default(''),
  greeting: z.string().trim().max(600).default(''),
  placeholder: z.string().trim().max(80).default(''),
  suggestions: z.array(z.string().trim().max(200)).max(6).default([]),
  footer: z.string().trim().max(300).default(''),
  /** What a visitor agrees to before the first line; nothing where it is empty. */
  privacy: z.string().trim().max(1000).default(''),
  /** A picture that was uploaded or found on the site; empty for none. */
  logo: z
    .string()
    .regex(/^(?:picture:[0-9a-f]{64})?$/)
    .default(''),
  /** Whether the agent’s face is shown. */
  face: z.boolean().default(true),
  font: z.enum(['serif', 'sans']).default('serif'),
  accent: colour.nullable().default(null),
  paper: colour.nullable().default(null),
  /** Rounding of corners in pixels. */
  corner: z.number().int().min(0).max(24).default(8),
  scheme: z.enum(['system', 'light', 'dark']).default('system'),
  /** A bubble’s side, and what it says by itself after so many seconds; null for never. */
  side: z.enum(['right', 'left']).default('right'),
  callAfter: z.number().int().min(1).max(600).nullable().default(null),
})
export type OutletLook = z.infer<typeof outletLook>

/** Where a site is whose look is to be taken over. */
export const siteAddress = z.object({ url: z.string().trim().min(1, 'Write the address of the site.').max(2000) })
/** What was found there: colours that stand out, the likeliest first, and what is to be taken for the rest. */
export const siteLookFound = outletLook.pick({ paper: true, logo: true }).extend({
  host: z.string(),
  accents: z.array(colour),
  font: outletLook.shape.font.unwrap().nullable(),
})
export type SiteLookFound = z.infer<typeof siteLookFound>
/** An uploaded logo, as it is kept. */
export const logoKept = outletLook.pick({ logo: true })

/** A site a bubble or frame may stand on: a host, with all its subdomains where it begins with "*.". */
const domain = z
  .string()
  .trim()
  .toLowerCase()
  .max(200)
  .regex(
    /^(?:\*\.)?[a-z0-9-]+(?:\.[a-z0-9-]+)*(?::\d{1,5})?$/,
    'Write a host such as www.example.org or *.example.org.',
  )

/** Who is let in at an outlet. */
export const OUTLET_ACCESS = ['anybody', 'password', 'members', 'signed'] as const
export type OutletAccess = (typeof OUTLET_ACCESS)[number]

const fields = {
  name: z.string().trim().min(1, 'Give the outlet a name.').max(80),
  state: z.enum(['on', 'off', 'paused']).default('on'),
  /** What visitors read while it is paused. */
  pausedMessage: z.string().trim().max(300).default(''),
  /** The edition that answers; null for the one that is live. */
  edition: z.number().int().min(1).max(1_000_000).nullable().default(null),
  domains: z.array(domain).max(50).default([]),
  look: outletLook.prefault({}),
  /** Turns a day, by all visitors of this outlet; null for as many as come. */
  turnsPerDay: z.number().int().min(1).max(10_000_000).nullable().default(null),
  /** What is said once they are used up. */
  usedUpMessage: z.string().trim().max(300).default(''),
  form: visitorForm.default(NO_FORM),
  /** Turns a month by all visitors, and in one conversation; null for as many as come. */
  turnsPerMonth: z.number().int().min(1).max(100_000_000).nullable().default(null),
  turnsPerConversation: z.number().int().min(1).max(10_000).nullable().default(null),
  /** Tokens a month that an outside model may take here. */
  tokensPerMonth: z.number().int().min(1).max(10_000_000_000).nullable().default(null),
  longestLine: z.number().int().min(20).max(5000).default(5000),
  /** Who is let in: anybody who has the address, whoever knows a password, members, or visitors a site has signed in. */
  access: z.enum(OUTLET_ACCESS).default('anybody'),
  /** When it is open; at any time where nothing is said. */
  hours: z.array(deskHours).max(14).default([]),
  timeZone: timeZone.default('UTC'),
  closedMessage: z.string().trim().max(300).default(''),
  /** Days after which its conversations are erased; null keeps them. */
  keepDays: z.number().int().min(1).max(3650).nullable().default(null),
  /** What is made unreadable before anything is kept. */
  masks: z
    .array(z.enum(['email', 'phone', 'card']))
    .max(3)
    .default([]),
}

export const newOutlet = z.object({ kind: outletKind, ...fields })
export const outletChange = z.object({
  ...fields,
  /** Left out it stays as it is. */
  password: z.string().min(4, 'Take four characters at least.').max(200).optional(),
})
/** A secret a site signs its visitors with, as it is shown once. */
export const outletSecret = z.object({ secret: z.string() })
/** What opens a door for a visitor, from then on. */
export const doorKnock = z.object({ password: z.string().max(200) })
export const doorPass = z.object({ pass: z.string() })
export const outletSchema = z.object({
  id: z.string(),
  slug: z.string(),
  kind: outletKind,
  ...fields,
  turnsToday: z.number(),
  /** The last thirty days on which something was asked. */
  days: z.array(z.object({ day: z.string(), turns: z.number(), tokens: z.number() })),
  hasPassword: z.boolean(),
  hasSecret: z.boolean(),
  keys: z.array(
    z.object({ id: z.string(), name: z.string(), createdAt: z.string(), lastUsedAt: z.string().nullable() }),
  ),
})
export type Outlet = z.infer<typeof outletSchema>
export const outletList = z.object({ outlets: z.array(outletSchema) })

export const newOutletKey = z.object({ name: z.string().trim().min(1, 'Say what the key is for.').max(80) })
/** A key as it is shown once. */
export const outletKeyMade = z.object({ id: z.string(), key: z.string() })

/** A request of the chat-completions protocol, as far as an agent heeds it. */
export const completionRequest = z.object({
  model: z.string().max(200),
  messages: z
    .array(
      z.object({
        role: z.string().max(40),
        content: z
          .union([
            z.string().max(20_000),
            z.array(z.object({ type: z.string(), text: z.string().max(20_000).optional() })),
          ])
          .nullish(),
      }),
    )
    .min(1)
    .max(400),
  stream: z.boolean().nullish(),
})
export type CompletionRequest = z.infer<typeof completionRequest>
