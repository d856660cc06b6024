import { describe, expect, it } from 'vitest'
import { briefFrom, briefSchema, compile } from '../brief'
import { answered, found, type BriefInput } from '../testing'

/**
 * Every field of the brief does something: changing it changes the prompt, and the reply where the built-in model claims
 * to follow it. `reply: false` marks what a language model acts out and the built-in one does not; the screen says so.
 */
interface Example {
  readonly path: string
  readonly change: BriefInput
  readonly from?: BriefInput
  readonly say?: string
  readonly reply?: false
  /** The prompt is the same: the field is for people, or for the turn. */
  readonly prompt?: false
}

const SHED = found(
  'A shed does not cost more than £9.00 a year. A shed is painted every four years. Sheds do not burn well.',
  ['Sheds'],
  'Rules',
)
const DOG = { ...found('Dogs are welcome on a lead.', ['Dogs'], 'Rules'), passageId: 'dog' }
const SHEDS = 'What does a shed cost?'
const rule = { id: 'r', when: 'someone asks about sheds', do: 'say “Ask the warden.”' } as const
const duty = {
  id: 'd',
  name: 'Book a plot',
  when: 'someone wants to book a plot',
  steps: 'Say “See you.”',
  ask: [{ name: 'day', type: 'date' as const, question: 'Which day?' }],
}
const boundary = { id: 'b', subject: 'legal advice', reply: 'I leave the law to lawyers.' }
const SAMPLES = ['Hi! We’re open. Don’t worry!', 'Hey! It’s easy. You’ll see!']

const EXAMPLES: readonly Example[] = [
  { path: 'identity.name', change: { identity: { name: 'Ada' } }, say: 'Who are you?' },
  { path: 'identity.role', change: { identity: { role: 'the plot office' } }, say: 'Who are you?' },
  { path: 'identity.description', change: { identity: { description: 'Answers plot holders.' } }, reply: false },
  { path: 'identity.avatar', change: { identity: { avatar: 'wren' } }, reply: false, prompt: false },
  { path: 'identity.language', change: { identity: { language: 'de' } }, say: 'Thanks!' },
  { path: 'identity.alsoSpeaks', change: { identity: { alsoSpeaks: ['fr'] } }, say: 'Merci beaucoup pour votre aide' },
  { path: 'purpose.job', change: { purpose: { job: 'answer plot holders' } }, say: 'Who are you?' },
  { path: 'purpose.audience', change: { purpose: { audience: 'Plot holders.' } }, reply: false },
  { path: 'purpose.goals', change: { purpose: { goals: ['Be exact'] } }, reply: false },
  { path: 'purpose.outOfScope', change: { purpose: { outOfScope: ['Houses'] } }, reply: false },
  { path: 'manner.persona', change: { manner: { persona: 'You love birds.' } }, reply: false },
  { path: 'manner.dials.formality', change: { manner: { dials: { formality: 10 } } } },
  { path: 'manner.dials.warmth', change: { manner: { dials: { warmth: 95 } } } },
  { path: 'manner.dials.brevity', change: { manner: { dials: { brevity: 0 } } } },
  { path: 'manner.dials.playfulness', change: { manner: { dials: { playfulness: 95 } } } },
  { path: 'manner.dials.directness', change: { manner: { dials: { directness: 0 } } } },
  { path: 'manner.samples', change: { manner: { samples: SAMPLES } } },
  {
    path: 'manner.format.maxWords',
    from: { manner: { dials: { brevity: 0 } } },
    change: { manner: { dials: { brevity: 0 }, format: { maxWords: 12 } } },
  },
  {
    path: 'manner.format.bullets',
    from: { manner: { dials: { brevity: 0 } } },
    change: { manner: { dials: { brevity: 0 }, format: { bullets: 'always' } } },
  },
  { path: 'manner.format.emoji', change: { manner: { format: { emoji: true } } } },
  { path: 'manner.format.signOff', change: { manner: { format: { signOff: 'Bye!' } } } },
  {
    path: 'manner.format.addressByName',
    change: { manner: { format: { addressByName: true } } },
    say: 'My name is Ines. What does a shed cost?',
  },
  {
    path: 'manner.format.readingGrade',
    from: {},
    change: { manner: { format: { readingGrade: 4 } } },
    say: 'Is it permitted to purchase a shed?',
    reply: false,
  },
  { path: 'rules', change: { rules: [rule] } },
  { path: 'rules.when', from: { rules: [{ ...rule, when: 'someone asks about boats' }] }, change: { rules: [rule] } },
  { path: 'rules.do', from: { rules: [rule] }, change: { rules: [{ ...rule, do: 'say “Ask Ana.”' }] } },
  {
    path: 'rules.strength',
    from: { rules: [{ ...rule, when: 'the visitor is worried about costs of upkeep' }] },
    change: { rules: [{ ...rule, strength: 'usually', when: 'the visitor is worried about costs of upkeep' }] },
    reply: false,
  },
  { path: 'rules.enabled', from: { rules: [rule] }, change: { rules: [{ ...rule, enabled: false }] } },
  {
    path: 'rules.like',
    from: { rules: [{ ...rule, when: 'a hut' }] },
    change: { rules: [{ ...rule, when: 'a hut', like: [SHEDS] }] },
  },
  { path: 'rules.unlike', from: { rules: [rule] }, change: { rules: [{ ...rule, unlike: [SHEDS] }] } },
  { path: 'duties', change: { duties: [duty] }, say: 'I want to book a plot' },
  {
    path: 'duties.unlike',
    from: { duties: [duty] },
    change: { duties: [{ ...duty, unlike: ['I want to book a plot'] }] },
    say: 'I want to book a plot',
  },
  {
    path: 'tools',
    change: { tools: [{ id: 'calculator', when: 'a sum is asked for' }] },
    reply: false,
  },
  {
    path: 'tools.approval',
    from: { tools: [{ id: 'calculator' }] },
    change: { tools: [{ id: 'calculator', approval: 'designer' }] },
    reply: false,
  },
  { path: 'inserts', change: { inserts: [{ kind: 'quiz', like: ['Quiz me on sheds'] }] }, say: 'Quiz me on sheds' },
  { path: 'boundaries', change: { boundaries: [boundary] }, say: 'Can I sue my landlord?' },
  {
    path: 'boundaries.unlike',
    from: { boundaries: [boundary] },
    change: { boundaries: [{ ...boundary, unlike: ['Can I sue my landlord?'] }] },
    say: 'Can I sue my landlord?',
  },
  {
    path: 'boundaries.onHit',
    from: { boundaries: [boundary], openers: { suggestions: ['Any sheds?'] } },
    change: { boundaries: [{ ...boundary, onHit: 'redirect' }], openers: { suggestions: ['Any sheds?'] } },
    say: 'Can I sue my landlord?',
  },
  { path: 'glossary', change: { glossary: [{ term: 'whip', meaning: 'a young tree' }] }, say: 'What is a whip?' },
  { path: 'answers', change: { answers: [{ question: SHEDS, answer: 'Nine pounds.' }] } },
  { path: 'openers.greeting', change: { openers: { greeting: 'Welcome!' } }, say: 'Hello' },
  { path: 'openers.suggestions', change: { openers: { suggestions: ['Are dogs allowed?'] } }, say: 'Who are you?' },
  {
    path: 'openers.followUps',
    from: { openers: { suggestions: ['Are dogs allowed?'] } },
    change: { openers: { suggestions: ['Are dogs allowed?'], followUps: true } },
  },
  { path: 'grounding.libraryOnly', change: { grounding: { libraryOnly: false } }, reply: false },
  { path: 'grounding.cite', change: { grounding: { cite: false } } },
  {
    path: 'grounding.whenUnknown',
    change: { grounding: { whenUnknown: 'No idea.' } },
    say: 'Who won the raffle in Lisbon?',
  },
  { path: 'grounding.whenUnsure', change: { grounding: { whenUnsure: 'decline' } }, say: 'Who builds sheds?' },
  { path: 'grounding.deliberate', change: { grounding: { deliberate: 'always' } }, reply: false },
  {
    path: 'grounding.deliberateWhen',
    from: { grounding: { deliberate: 'whenAsked' } },
    change: { grounding: { deliberate: 'whenAsked', deliberateWhen: 'compare' } },
    reply: false,
  },
  { path: 'memory.turns', change: { memory: { turns: 2 } }, reply: false },
  { path: 'memory.summarise', change: { memory: { summarise: true } }, reply: false, prompt: false },
  { path: 'memory.rememberVisitor', change: { memory: { rememberVisitor: false } }, say: 'My name is Ines.' },
  {
    path: 'variables',
    from: { openers: { greeting: 'Hello {{name}}!' } },
    change: { openers: { greeting: 'Hello {{name}}!' }, variables: [{ name: 'name', fallback: 'friend' }] },
    say: 'Hello',
  },
  { path: 'freeform', change: { freeform: 'Speak of birds.' }, reply: false },
]

const replyTo = async (say: string, brief: BriefInput) => (await answered(say, [SHED, DOG], brief)).reply

describe('every field of the brief does something', () => {
  it.each(EXAMPLES.map((example) => [example.path, example] as const))(
    '%s',
    async (_path, { from = {}, change, say = SHEDS, reply, prompt }) => {
      if (prompt !== false) expect(compile(briefFrom(change)).text).not.toBe(compile(briefFrom(from)).text)
      if (reply !== false) expect(await replyTo(say, change)).not.toBe(await replyTo(say, from))
    },
  )

  it('is looked at for every part of the schema', () => {
    const told = new Set(EXAMPLES.map(({ path }) => path.split('.')[0]))
    // What colleagues do is told in colleagues.test.ts: they are agents of their own.
    const forPeople = ['ruleSets', 'budget', 'drafted', 'colleagues']
    expect(Object.keys(briefSchema.shape).filter((key) => !told.has(key) && !forPeople.includes(key))).toEqual([])
  })
})
