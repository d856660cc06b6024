import { customAlphabet } from 'nanoid'

/** A new id: 14 characters without look-alikes, about 70 bits. */
export const newId: () => string = customAlphabet('23456789abcdefghjkmnpqrstuvwxyz', 14)
