/** Text made up by rule, the same on every run: sections about plots, tools and fees with numbers that differ. */
const THINGS = [
  'plot',
  'shed',
  'gate',
  'hedge',
  'tap',
  'path',
  'bench',
  'pond',
  'orchard',
  'beehive',
  'greenhouse',
  'wheelbarrow',
]
const ACTS = [
  'is opened',
  'is closed',
  'is let',
  'is cleaned',
  'is repaired',
  'is watered',
  'is measured',
  'is painted',
]
const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday']

/** A Markdown document of about so many characters; `seed` sets which numbers it uses. */
export function meadowText(seed: number, characters: number): string {
  const parts = [`# Meadow ${seed}\n`]
  let size = 0
  for (let section = 0; size < characters; section++) {
    const thing = THINGS[(section + seed) % THINGS.length]!
    const lines = [`\n## The ${thing} of row ${section}\n`]
    for (let line = 0; line < 8; line++) {
      const act = ACTS[(section * 3 + line) % ACTS.length]!
      const day = DAYS[(section + line * 2) % DAYS.length]!
      const other = THINGS[(section + line + 3) % THINGS.length]!
      lines.push(
        `The ${thing} number ${section}-${line} ${act} on ${day} at ${7 + (line % 12)}:${section % 2 ? '15' : '45'} and costs £${(section % 90) + line}.50 a year, the ${other} beside it included.`,
      )
    }
    const text = `${lines.join('\n')}\n`
    parts.push(text)
    size += text.length
  }
  return parts.join('')
}

export const QUESTIONS = [
  'When is the greenhouse of row 40 cleaned?',
  'How much is the beehive of row 117 a year?',
  'What day is the orchard let?',
  'Is the pond painted on Sunday?',
  'How do I rent a submarine?',
  'which tap is repaired on Friday',
]
