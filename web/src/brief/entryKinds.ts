import type { Brief } from '@parrot/contract'
import { newId } from './orderedList'

/** The lists of the brief whose entries are a few texts each: what an entry holds, and how a new one begins. */

export const BOUNDARIES = {
  name: 'boundary',
  field: 'boundaries',
  empty: 'Subjects it stays out of, and what it says instead.',
  parts: [
    { key: 'subject', label: 'Stay out of', placeholder: 'a subject in a few words' },
    { key: 'examples', label: 'Such as', placeholder: 'one question a line', isList: true, separator: '\n' },
    { key: 'unlike', label: 'But not', placeholder: 'questions near it that are fine', isList: true, separator: '\n' },
    { key: 'reply', label: 'Say instead', placeholder: 'word for word' },
    {
      key: 'onHit',
      label: 'And then',
      placeholder: '',
      choices: [
        ['decline', 'says so and stops there'],
        ['redirect', 'points elsewhere'],
        ['handOver', 'hands over to a person'],
      ],
    },
  ],
  blank: (): Brief['boundaries'][number] => ({
    id: newId(),
    subject: '',
    examples: [],
    unlike: [],
    reply: '',
    onHit: 'decline',
    enabled: true,
  }),
} as const

export const TERMS = {
  name: 'term',
  field: 'glossary',
  empty: 'Words of your trade, and the other words people use for them. A question with one finds the other.',
  parts: [
    { key: 'term', label: 'Term', placeholder: 'the word your documents use' },
    { key: 'also', label: 'Also called', placeholder: 'other words, with commas', isList: true },
    { key: 'meaning', label: 'Means', placeholder: 'in one line' },
  ],
  blank: (): Brief['glossary'][number] => ({ id: newId(), term: '', meaning: '', also: [] }),
} as const

export const MODEL_ANSWERS = {
  name: 'model answer',
  field: 'answers',
  empty: 'Worked examples. A close question is answered in the same shape, with the facts as they are now.',
  parts: [
    { key: 'question', label: 'Asked', placeholder: 'a question as people put it' },
    { key: 'answer', label: 'Good answer', placeholder: 'as you would give it' },
    { key: 'why', label: 'Why good', placeholder: 'for you and your colleagues' },
  ],
  blank: (): Brief['answers'][number] => ({ id: newId(), question: '', answer: '', why: '', enabled: true }),
} as const

export const VARIABLES = {
  name: 'variable',
  field: 'variables',
  empty: 'Words that differ from visitor to visitor, used as {{name}} in greeting, rules and steps.',
  parts: [
    { key: 'name', label: 'Name', placeholder: 'used as {{name}} in greeting, rules and steps' },
    { key: 'fallback', label: 'Otherwise', placeholder: 'what stands there when nothing is known' },
  ],
  blank: (): Brief['variables'][number] => ({ id: newId(), name: '', fallback: '' }),
} as const
