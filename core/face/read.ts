import { COLOURS, FACE_WORDS, PASSED_OVER, THINGS, type Coloured, type FaceParts } from './words'

/** What a phrase asks of a face. */
export interface FaceReading {
  readonly parts: FaceParts
  /** Colours asked for single parts: "a red scarf". */
  readonly colours: Partial<Readonly<Record<Coloured, string>>>
  /** The words that were drawn, and those that were not understood, in their order. */
  readonly drawn: readonly string[]
  readonly unknown: readonly string[]
}

const COLOURED: readonly Coloured[] = ['hat', 'neck', 'eyewear', 'beak', 'crest']

/**
 * Reads a phrase word by word ("a cheerful sailor with a red scarf"): a colour before a part colours that part, any
 * other colours the feathers. A later word wins over an earlier one.
 */
export function readFace(phrase: string): FaceReading {
  const words = phrase.toLowerCase().match(/\p{L}[\p{L}'’-]*/gu) ?? []
  const parts: FaceParts = {}
  const colours: Partial<Record<Coloured, string>> = {}
  const drawn: string[] = []
  const unknown: string[] = []
  let colour: string | undefined
  const paintBody = () => {
    if (colour !== undefined) parts.body = colour
    colour = undefined
  }
  for (let at = 0; at < words.length; at++) {
    const two = words.slice(at, at + 2).join(' ')
    const name = Object.hasOwn(FACE_WORDS, two) ? two : words[at]!
    if (name === two) at++
    const asked = Object.hasOwn(FACE_WORDS, name) ? FACE_WORDS[name] : undefined
    if (asked) {
      const painted = Object.hasOwn(THINGS, name) ? COLOURED.find((part) => asked[part] !== undefined) : undefined
      if (painted && colour !== undefined) {
        colours[painted] = colour
        colour = undefined
      } else paintBody()
      Object.assign(parts, asked)
      drawn.push(name)
    } else if (Object.hasOwn(COLOURS, name)) {
      paintBody()
      colour = name
      drawn.push(name)
    } else if (!PASSED_OVER.has(name)) unknown.push(name)
  }
  paintBody()
  return { parts, colours, drawn, unknown }
}
