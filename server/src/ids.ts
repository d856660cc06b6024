import { customAlphabet } from 'nanoid'

/** A new id: 14 characters without look-alikes, about 70 bits. */
export const newId: () => string = customAlphabet('23456789abcdefghjkmnpqrstuvwxyz', 14)

/** Moments one after the other from now, so that rows added together keep their order. */
export function inTurn(): () => Date {
  let at = Date.now()
  return () => new Date(at++)
}
