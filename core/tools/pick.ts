import type { Tool, ToolResult } from './tool'

const MOST = 1000

/** Picks by chance: one of several choices, or a whole number from one to another; `random` gives 0 to below 1. */
export const pick = (random: () => number): Tool => ({
  name: 'pick',
  title: 'Pick by chance',
  description:
    'Picks one of several choices by chance, or a whole number, such as the roll of a die. Give the choices parted by commas, or the lowest and the highest number.',
  parameters: {
    type: 'object',
    properties: {
      choices: { type: 'string', description: 'What there is to choose from, parted by commas.' },
      from: { type: 'integer', description: 'The lowest number.' },
      to: { type: 'integer', description: 'The highest number.' },
    },
  },
  call: (input): ToolResult => {
    const { choices = '', from = 1, to = 6 } = (input ?? {}) as { choices?: unknown; from?: unknown; to?: unknown }
    const named = String(choices)
      .split(/[,;\n]|\s+or\s+/)
      .map((each) => each.trim())
      .filter((each) => each !== '')
      .slice(0, MOST)
    if (named.length === 1) return { text: 'Give at least two choices.', isFailed: true, asksAgain: ['choices'] }
    const [low, high] = [Number(from), Number(to)]
    if (named.length === 0 && !(Number.isSafeInteger(low) && Number.isSafeInteger(high) && low <= high))
      return { text: 'Give two whole numbers, the lower one first.', isFailed: true }
    const picked = named[Math.floor(random() * named.length)] ?? low + Math.floor(random() * (high - low + 1))
    return { text: String(picked), value: { picked } }
  },
})
