import type { z } from 'zod'
import type { briefSchema, cueSchema, outletLook, relaySchema, scriptSchema } from '@parrot/contract'

/** A sample agent: its brief, the files and pages it reads, its pairs, notes, scripts and pinned lines. */
export interface SampleAgent {
  readonly name: string
  readonly brief: z.input<typeof briefSchema>
  /** Whom it may turn to, by their names. */
  readonly colleagues?: z.input<typeof briefSchema>['colleagues']
  /** File names under `demo/files`. */
  readonly files: readonly string[]
  /** Paths on the sample website. */
  readonly pages: readonly string[]
  /** Shelves, each with the files and paths that stand on it. */
  readonly shelves?: Readonly<Record<string, readonly string[]>>
  readonly pairs?: { readonly title: string; readonly pairs: readonly { question: string; answer: string }[] }
  readonly scripts: readonly z.input<typeof scriptSchema>[]
  readonly pinned: readonly string[]
  /** Visitors' conversations, taken with the published edition. */
  readonly visitors?: readonly (readonly string[])[]
  /** An outlet on the sample website, once an edition is published. */
  readonly outlet?: {
    readonly kind: 'bubble' | 'frame'
    readonly name: string
    readonly look: z.input<typeof outletLook>
  }
  /** Relays, whose legs name agents by their names. */
  readonly relays?: readonly (Omit<z.input<typeof relaySchema>, 'legs'> & {
    readonly legs: readonly NonNullable<z.input<typeof relaySchema>['legs']>[number][]
    readonly cue?: z.input<typeof cueSchema>
  })[]
  /** Publishes edition 1 with this summary when set. */
  readonly edition?: string
}
