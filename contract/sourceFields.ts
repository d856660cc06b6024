import { z } from 'zod'

/** Fields that sources, surveys and changes share. */
export const title = z.string().trim().min(1, 'Give it a title.').max(200)
export const url = z
  .string()
  .trim()
  .max(2000)
  .refine((value) => /^https?:\/\/[^\s/]+/i.test(value) && URL.canParse(value), {
    message: 'Write a full address that begins with http:// or https://.',
  })

const pattern = z.string().trim().min(1).max(300)
/** How far a site is read. Patterns are of paths, with * for anything. */
export const sitePlan = {
  url,
  maxPages: z.number().int().min(1).max(500).default(30),
  maxDepth: z.number().int().min(0).max(10).default(3),
  include: z.array(pattern).max(50).optional(),
  exclude: z.array(pattern).max(50).optional(),
  delayMs: z.number().int().min(0).max(10_000).optional(),
  /** Set when pages are to be rendered in a browser: how long each is given after it has loaded. */
  renderMs: z.number().int().min(0).max(10_000).optional(),
}
