import { clinic } from './clinic'
import { ferries } from './ferries'
import { museum } from './museum'
import { shop } from './shop'
import type { LabelledReply } from './reply'

export type { LabelledReply } from './reply'
/** Replies that may be looked at, by library, and those of a library that are kept for telling a result. */
export const looked: Readonly<Record<'ferries' | 'museum' | 'clinic', readonly LabelledReply[]>> = {
  ferries,
  museum,
  clinic,
}
export const sealed: Readonly<Record<'shop', readonly LabelledReply[]>> = { shop }
