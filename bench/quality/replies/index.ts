import { clinic } from './clinic'
import { ferries } from './ferries'
import { hostel } from './hostel'
import { museum } from './museum'
import { shop } from './shop'
import type { LabelledReply } from './reply'

export type { LabelledReply } from './reply'
/** Replies that may be looked at and are learned from, by library. */
export const looked: Readonly<Record<'ferries' | 'museum' | 'clinic', readonly LabelledReply[]>> = {
  ferries,
  museum,
  clinic,
}
/** Replies that nothing is learned from: written when the code stood, then looked at. */
export const checked: Readonly<Record<'hostel', readonly LabelledReply[]>> = { hostel }
/** Replies of a library that are kept for telling a result. */
export const sealed: Readonly<Record<'shop', readonly LabelledReply[]>> = { shop }
