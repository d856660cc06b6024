import { DIALS } from '../prompt'
import { briefFrom, type Brief } from '../schema'
import { lengthIn, toneIn } from './tone'

/** One question of the interview: what it fills, how it is put, and why it matters. */
export interface InterviewQuestion {
  readonly id: string
  readonly field: string
  readonly ask: string
  readonly why: string
  /** An answer as one might give it. */
  readonly example: string
}

interface Step extends InterviewQuestion {
  readonly isOpen: (brief: Brief) => boolean
  readonly apply: (brief: Brief, answer: string) => Brief
}

const lines = (answer: string): string[] =>
  answer
    .split(/\n|;|(?<=[.!?])\s+(?=\p{Lu})/u)
    .map((line) => line.replace(/^\s*(?:[-•*]|\d+[.)])\s*/, '').trim())
    .filter(Boolean)

const listOf = (answer: string): string[] =>
  answer
    .split(/\n|;|,\s*(?:and\s+|or\s+)?|\s+(?:and|or)\s+/i)
    .map((each) =>
      each
        .replace(/^\s*(?:[-•*]|\d+[.)])\s*/, '')
        .replace(/[.]$/, '')
        .trim(),
    )
    .filter(Boolean)

const newId = (brief: Brief, kind: 'rules' | 'boundaries'): string => {
  const taken = new Set<string>(brief[kind].map((entry) => entry.id))
  let number = 1
  while (taken.has(`told-${number}`)) number++
  return `told-${number}`
}

/** The questions in the order they are asked; each is left out once its field holds something. */
const STEPS: readonly Step[] = [
  {
    id: 'job',
    field: 'purpose.job',
    ask: 'What is the agent there for? Say it in one sentence.',
    why: 'Everything else follows from it.',
    example: 'answer questions about plots, water and composting',
    isOpen: (brief) => brief.purpose.job.trim() === '',
    apply: (brief, answer) => ({
      ...brief,
      purpose: {
        ...brief.purpose,
        job: answer
          .trim()
          .replace(/^to\s+/i, '')
          .slice(0, 2000),
      },
    }),
  },
  {
    id: 'audience',
    field: 'purpose.audience',
    ask: 'Who is asking? What do they know, and what worries them?',
    why: 'The same fact is told differently to a newcomer and to a colleague.',
    example: 'Allotment holders, many in their first year.',
    isOpen: (brief) => brief.purpose.audience.trim() === '',
    apply: (brief, answer) => ({ ...brief, purpose: { ...brief.purpose, audience: answer.trim().slice(0, 2000) } }),
  },
  {
    id: 'name',
    field: 'identity.name',
    ask: 'What is the agent called?',
    why: 'Visitors talk more easily to someone with a name.',
    example: 'Bryony',
    isOpen: (brief) => brief.identity.name.trim() === '',
    apply: (brief, answer) => ({
      ...brief,
      identity: { ...brief.identity, name: answer.trim().replace(/[.!]$/, '').slice(0, 80) },
    }),
  },
  {
    id: 'tone',
    field: 'manner.persona',
    ask: 'How should it sound? A few words are enough.',
    why: 'The dials are set from your words; you can move them afterwards.',
    example: 'calm, friendly and brief',
    isOpen: (brief) => brief.manner.persona.trim() === '',
    apply: (brief, answer) => {
      const { dials } = toneIn(answer)
      const kept = Object.fromEntries(
        DIALS.map((dial) => [dial, dials[dial] ?? brief.manner.dials[dial]]),
      ) as Brief['manner']['dials']
      const maxWords = lengthIn(answer) ?? brief.manner.format.maxWords
      return {
        ...brief,
        manner: {
          ...brief.manner,
          persona: answer.trim().slice(0, 8000),
          dials: kept,
          format: { ...brief.manner.format, maxWords },
        },
      }
    },
  },
  {
    id: 'never',
    field: 'boundaries',
    ask: 'What must it stay out of, and what should it say instead?',
    why: 'A boundary holds whatever a visitor asks, and however.',
    example: 'Legal advice: please ask a solicitor.',
    isOpen: (brief) => brief.boundaries.length === 0,
    apply: (brief, answer) =>
      lines(answer).reduce((grown, line) => {
        const [subject, reply] = line.split(/:\s+|\s+[–—]\s+/)
        const entry = {
          id: newId(grown, 'boundaries'),
          subject: subject!
            .replace(/^(?:never|no)\s+(?:give\s+)?/i, '')
            .replace(/[.]$/, '')
            .slice(0, 600),
          examples: [],
          unlike: [],
          reply: reply?.slice(0, 1000) ?? '',
          onHit: 'decline' as const,
          enabled: true,
        }
        return { ...grown, boundaries: [...grown.boundaries, entry] }
      }, brief),
  },
  {
    id: 'unknown',
    field: 'grounding.whenUnknown',
    ask: 'What should it say when it does not know?',
    why: 'It will happen. Point people to someone who does know.',
    example: 'I don’t know that. The site warden on 01632 960 300 will.',
    isOpen: (brief) =>
      brief.grounding.whenUnknown.trim() === '' ||
      brief.grounding.whenUnknown === 'I don’t know that. It is not in what I have been given.',
    apply: (brief, answer) => ({
      ...brief,
      grounding: { ...brief.grounding, whenUnknown: answer.trim().slice(0, 1000) },
    }),
  },
  {
    id: 'rules',
    field: 'rules',
    ask: 'Is there anything it must always or never say?',
    why: 'One rule a line; each can be tested and switched off.',
    example: 'Always mention the open day.\nNever mention the waiting list.',
    isOpen: (brief) => brief.rules.length === 0,
    apply: (brief, answer) =>
      lines(answer).reduce(
        (grown, line) => ({
          ...grown,
          rules: [
            ...grown.rules,
            {
              id: newId(grown, 'rules'),
              when: '',
              do: line.slice(0, 1000),
              strength: 'always' as const,
              like: [],
              unlike: [],
              enabled: true,
            },
          ],
        }),
        brief,
      ),
  },
  {
    id: 'words',
    field: 'glossary',
    ask: 'Which words do your people use that others may not know?',
    why: 'Visitors use their own words; the glossary joins them with yours.',
    example: 'plot: a strip of 250 square metres; AGM: the yearly meeting',
    isOpen: (brief) => brief.glossary.length === 0,
    apply: (brief, answer) => {
      const entries = lines(answer).flatMap((line) => {
        const pair = /^([^:=–—]{1,80})\s*[:=–—]\s*(.+)$/.exec(line)
        return pair
          ? [{ id: '', term: pair[1]!.trim(), meaning: pair[2]!.trim().slice(0, 1000), also: [] }]
          : listOf(line).map((term) => ({ id: '', term: term.slice(0, 120), meaning: '', also: [] }))
      })
      return briefFrom({ ...brief, glossary: [...brief.glossary, ...entries] })
    },
  },
  {
    id: 'greeting',
    field: 'openers.greeting',
    ask: 'How should it greet people?',
    why: 'The first line tells them whom they talk to and what they may ask.',
    example: 'Hello, I’m Bryony from the plot office. What would you like to know?',
    isOpen: (brief) => brief.openers.greeting.trim() === '',
    apply: (brief, answer) => ({ ...brief, openers: { ...brief.openers, greeting: answer.trim().slice(0, 1000) } }),
  },
  {
    id: 'suggestions',
    field: 'openers.suggestions',
    ask: 'Which three questions come most often?',
    why: 'Visitors can pick one instead of thinking of words.',
    example: 'When is the water on? What does a plot cost? How do I compost?',
    isOpen: (brief) => brief.openers.suggestions.length === 0,
    apply: (brief, answer) => ({
      ...brief,
      openers: {
        ...brief.openers,
        suggestions: answer
          .split(/\n|(?<=\?)\s*/)
          .map((line) => line.replace(/^\s*(?:[-•*]|\d+[.)])\s*/, '').trim())
          .filter(Boolean)
          .slice(0, 12),
      },
    }),
  },
]

const shown = ({ id, field, ask, why, example }: Step): InterviewQuestion => ({ id, field, ask, why, example })

/**
 * What the interview still asks of a brief: the questions whose fields are empty and that were not skipped. The brief
 * itself is the interview's memory, so it can be left and gone on with at any time.
 */
export const openQuestions = (brief: Brief, skipped: readonly string[] = []): InterviewQuestion[] =>
  STEPS.filter((step) => step.isOpen(brief) && !skipped.includes(step.id)).map(shown)

/** The brief with an answer put into the fields its question fills; an empty answer changes nothing. */
export function answerQuestion(brief: Brief, questionId: string, answer: string): Brief {
  const step = STEPS.find((each) => each.id === questionId)
  return !step || answer.trim() === '' ? brief : step.apply(brief, answer)
}
