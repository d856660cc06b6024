/** What stands between quotation marks, straight or curly. */
const QUOTED = /["“]([^"”]+)["”]/g
const AROUND = /^["“]|["”]$/g

/** The texts that are quoted in a text, in their order, without their marks. */
export const quotations = (text: string): string[] => [...text.matchAll(QUOTED)].map((match) => match[1]!)

/** A text without what it quotes: what it says itself. */
export const withoutQuotations = (text: string): string => text.replace(QUOTED, ' ')

/** A text without quotation marks around the whole of it. */
export const unquoted = (text: string): string => text.replace(AROUND, '')

/** A text in quotation marks; those it has itself become single ones. */
export const inQuotes = (text: string): string => `“${text.replace(/[“"](?=\S)/g, '‘').replace(/[”"]/g, '’')}”`
