import { contentStems, words } from '../../text'
import { briefFrom, type Brief } from '../schema'
import { draftedPaths } from './drafted'
import { lengthIn, toneIn } from './tone'

/** Names for an agent nobody has named; made up, short, and easy to say. */
const NAMES = [
  'Wren',
  'Tansy',
  'Alder',
  'Bryony',
  'Corin',
  'Elmy',
  'Fenn',
  'Hazel',
  'Juno',
  'Linnet',
  'Merle',
  'Otis',
  'Perrin',
  'Rowan',
  'Sorrel',
  'Tilly',
]

/**
 * Drafts a whole first brief from a sentence or two: "A calm helper for allotment holders that answers questions on
 * plots, water and composting, never gives legal advice, short answers." Deterministic; nothing is put in that the
 * sentence does not say or that every brief needs. All that was filled in is listed in `drafted`.
 */
export function draftFrom(description: string): Brief {
  const text = description.trim().replace(/\s+/g, ' ')
  const role = roleIn(text)
  const audience = audienceIn(text)
  const subjects = subjectsIn(text)
  const avoided = avoidedIn(text)
  const tone = toneIn(text)
  const moods = [...new Set(tone.words)].filter((word) => !OF_LENGTH.test(word))
  const name = nameIn(text) ?? NAMES[[...contentStems(text)].join('').length % NAMES.length]!
  const maxWords = lengthIn(text)
  const duties = dutiesIn(text)
  if (duties.length === 0) duties.push(passOn())
  const who = audience || 'visitors'
  const brief = briefFrom({
    identity: { name, role, description: text.slice(0, 600) },
    purpose: {
      job:
        subjects.length > 0
          ? `answer questions on ${joined(subjects)}`
          : (jobIn(text) ?? 'answer questions from the library'),
      audience: audience ? capital(`${audience}.`) : '',
      goals: [
        ...subjects.slice(0, 4).map((subject) => `Give the facts on ${subject} with where they are written.`),
        'Say plainly when something is not known.',
      ],
      outOfScope: avoided.map((subject) => capital(subject)),
    },
    manner: {
      persona: moods.length > 0 ? `You are ${joined(moods.slice(0, 4))}.` : '',
      dials: tone.dials,
      format: { maxWords },
    },
    rules: [...rulesIn(text), ...EVERY_DESK].map((rule, at) => ({ id: `drafted-${at + 1}`, ...rule })),
    duties,
    boundaries: avoided.map((subject, at) => ({
      id: `drafted-${at + 1}`,
      subject,
      examples: examplesFor(subject),
      reply: `I stay out of ${subject}. Please ask someone who knows your case.`,
      onHit: 'decline' as const,
    })),
    openers: {
      greeting: `${tone.dials.formality !== undefined && tone.dials.formality >= 70 ? 'Good day' : 'Hello'}, I am ${name}. ${subjects.length > 0 ? `Ask me about ${joined(subjects.slice(0, 3))}.` : 'What would you like to know?'}`,
      suggestions: subjects.slice(0, 3).map((subject) => `What should I know about ${subject}?`),
    },
    grounding: { whenUnknown: `I’m afraid I don’t know that. It is not in what I have been given for ${who}.` },
  })
  return { ...brief, drafted: draftedPaths(brief) }
}

/** Words for the length of answers say nothing of a character. */
const OF_LENGTH =
  /^(?:very )?(?:short|brief|concise|terse|crisp|snappy|detailed|thorough|in depth|to the point|long answers?)$/

/** What every desk does well to hold to; the designer sees them marked as drafted. */
const EVERY_DESK = [
  { when: 'they ask how to do something', do: 'use numbered steps' },
  { when: 'the visitor complains', do: 'apologise first' },
]

/** A duty for what cannot be answered: the question is written down, and nothing more is promised. */
const passOn = (): ReturnType<typeof dutiesIn>[number] => ({
  id: 'drafted-1',
  name: 'Take a question down',
  when: 'the visitor wants someone to get in touch',
  examples: ['Can someone call me back?', 'Please write my question down'],
  steps: 'Repeat what was given.\nSay “Thank you, I have noted that.”',
  ask: [
    { name: 'question', type: 'text', question: 'What would you like to know?', required: true },
    { name: 'name', type: 'text', question: 'What is your name?', required: true },
    { name: 'e-mail', type: 'email', question: 'Which e-mail address is yours?', required: true },
  ],
})

const joined = (items: readonly string[]): string =>
  items.length < 2 ? items.join('') : `${items.slice(0, -1).join(', ')} and ${items.at(-1)}`
const capital = (text: string): string => text.replace(/^\p{Ll}/u, (letter) => letter.toUpperCase())

const nameIn = (text: string): string | undefined => /\b(?:called|named|name is) (\p{Lu}[\p{L}’'-]+)/u.exec(text)?.[1]

/** Where a phrase ends; "people who buy trees" goes on, since nobody could be meant by "people". */
const ENDS =
  '(?=,|;|\\.|$| that |(?<! people| those| anyone| everybody| everyone| somebody| someone| guests| visitors| customers| parents| tenants) who | which | and (?:answers?|helps?|never|always|gives?|speaks?|keeps?)| never | always )'

/** "A calm helper for allotment holders …" → "helper for allotment holders". */
function roleIn(text: string): string {
  const found = new RegExp(`^(?:an?|the|our)\\s+(.+?)${ENDS}`, 'iu').exec(text)?.[1] ?? ''
  const tones = toneIn(found).words
  const plain = tones
    // A tone inside a longer word ("dry-humoured") is a part of what the person said.
    .reduce((rest, word) => rest.replace(new RegExp(`(?<![\\w-])${word}(?![\\w-]),?\\s*(?:and\\s+)?`, 'i'), ''), found)
    .trim()
  return words(plain).length <= 14 ? plain.replace(/\s+(?:called|named) \p{Lu}\S+/u, '') : ''
}

const audienceIn = (text: string): string =>
  (
    new RegExp(`\\bfor\\s+(.+?)${ENDS}`, 'iu').exec(text)?.[1] ??
    /\bhelps?\s+(.+?)\s+(?:to\s+)?(?:with|find|understand|choose|book|learn)\b/iu.exec(text)?.[1] ??
    ''
  ).replace(/^(?:our|the|all)\s+/i, '')

/** "… questions on plots, water and composting" → the three. */
function subjectsIn(text: string): string[] {
  const found =
    /\b(?:questions?|information|advice|help|helps?(?: \w+){0,4})\s+(?:on|about|with|regarding)\s+(.+?)(?=;|\.|$|,\s*(?:never|always|and (?:never|always)|short|brief|in a|with a|but|who|speaks?|keeps?|does|do not|don[’']t|books?|collects?|takes?)\b| (?:but|in a|never|without)\b)/iu.exec(
      text,
    )?.[1]
  if (!found) return []
  return found
    .split(/\s*,\s*(?:and\s+)?|\s+and\s+/i)
    .map((part) => part.replace(/^(?:the|our|their|all|on|about)\s+/i, '').trim())
    .filter((part) => part !== '' && words(part).length <= 5)
    .slice(0, 8)
}

const jobIn = (text: string): string | undefined =>
  /\b(?:that|who|which)\s+((?:answers?|helps?|explains?|tells?|guides?|teaches|trains?|books?|collects?|advises?)\b.+?)(?=,\s*(?:never|always|short)|;|\.|$)/iu
    .exec(text)?.[1]
    ?.replace(/^(\w+?)s\b/, '$1')

/** "never gives legal advice", "does not discuss prices", "stays away from politics" → the subjects. */
function avoidedIn(text: string): string[] {
  return [
    ...text.matchAll(
      /\b(?:never|does not|doesn[’']t|do not|don[’']t|must not|should not|no)\s+(?:gives?|offers?|discuss(?:es)?|talks? about|speaks? (?:of|about)|answers? (?:questions )?(?:on|about)|mentions?|comments? on|makes?)\s+(.+?)(?=,|;|\.|$| and (?:never|always|answers?|keeps?|short))/giu,
    ),
    ...text.matchAll(/\b(?:stays? (?:away|out) (?:from|of)|avoids?|keeps? out of)\s+(.+?)(?=,|;|\.|$)/giu),
  ]
    .flatMap((match) => match[1]!.split(/\s+or\s+|\s+and\s+/i))
    .map((subject) => subject.replace(/^(?:any|the|about)\s+/i, '').trim())
    .filter((subject) => subject !== '' && words(subject).length <= 6)
}

/** How visitors speak of subjects that boundaries are often drawn around. */
const SPOKEN: readonly (readonly [RegExp, readonly string[]])[] = [
  [/\blegal\b|\blaw\b/i, ['Can I sue them?', 'Is that against the law?', 'Do I need a lawyer?']],
  [
    /\bmedical\b|\bhealth\b|\bdiagnos/i,
    ['What is wrong with me?', 'Which medicine should I take?', 'Is this symptom dangerous?'],
  ],
  [/\bfinanc|\binvest|\bmoney advice\b/i, ['Should I buy shares?', 'Where should I invest my savings?']],
  [/\btax/i, ['How much tax do I pay?', 'Can I deduct that from my tax?']],
  [/\bpolitic/i, ['Which party should I vote for?', 'What do you think of the government?']],
  [/\breligi/i, ['Is there a god?', 'Which religion is right?']],
  [/\bcompetitor|\brival/i, ['Are you better than the others?', 'What do your competitors offer?']],
  [/\bweather/i, ['Will it rain tomorrow?', 'What will the weather be like?']],
]
const examplesFor = (subject: string): string[] => [
  ...(SPOKEN.find(([pattern]) => pattern.test(subject))?.[1] ?? [
    `Can you tell me about ${subject}?`,
    `What do you think of ${subject}?`,
  ]),
]

/** "always mentions the hotline", "when someone is upset, apologises" → rules in the words a rule is read in. */
function rulesIn(text: string): { when: string; do: string }[] {
  const always = [...text.matchAll(/\balways\s+(.+?)(?=,|;|\.|$| and (?:never|always))/giu)].map((match) => ({
    when: '',
    do: `Always ${infinitive(match[1]!)}`,
  }))
  const whens = [...text.matchAll(/\b(?:when|if)\s+(.+?),\s*(?:it |he |she |they )?(.+?)(?=,|;|\.|$)/giu)].map(
    (match) => ({ when: match[1]!, do: infinitive(match[2]!) }),
  )
  return [...always, ...whens].slice(0, 12)
}

/** "mentions the hotline" → "mention the hotline". */
const infinitive = (text: string): string => text.replace(/^(\w+?)(?:(?<=ss|x|zz|ch|sh)es|(?<!s)s)\b/i, '$1')

/** Things a duty has to ask for, by what it does. */
const ASKED: readonly (readonly [RegExp, Brief['duties'][number]['ask']])[] = [
  [
    /\bbook|\breserv|\bappointment/i,
    [
      { name: 'day', type: 'date', question: 'For which day?', required: true },
      { name: 'time', type: 'time', question: 'At what time?', required: true },
      { name: 'people', type: 'number', question: 'For how many people?', required: true },
      { name: 'name', type: 'text', question: 'Under which name?', required: true },
    ],
  ],
  [
    /\border/i,
    [
      { name: 'item', type: 'text', question: 'What would you like to order?', required: true },
      { name: 'number', type: 'number', question: 'How many?', required: true },
      { name: 'e-mail', type: 'email', question: 'Which e-mail address shall the confirmation go to?', required: true },
    ],
  ],
  [
    /\bcontact|\blead|\bdetails|\benquir|\bsign|\bregist/i,
    [
      { name: 'name', type: 'text', question: 'What is your name?', required: true },
      { name: 'e-mail', type: 'email', question: 'Which e-mail address is yours?', required: true },
      { name: 'subject', type: 'text', question: 'What is it about?', required: true },
    ],
  ],
  [
    /\bcomplain/i,
    [
      { name: 'what happened', type: 'text', question: 'What happened?', required: true },
      { name: 'e-mail', type: 'email', question: 'Which e-mail address is yours?', required: true },
    ],
  ],
]

function dutiesIn(text: string): {
  id: string
  name: string
  when: string
  examples: string[]
  steps: string
  ask: Brief['duties'][number]['ask']
}[] {
  const found = [
    ...text.matchAll(
      /\b(books?|reserves?|takes?|collects?|registers?|signs? up|arranges?)\s+((?:\w+ ){0,3}?(?:tables?|rooms?|appointments?|orders?|bookings?|reservations?|contact details|details|leads?|enquir\w+|names?|complaints?|visits?|tours?|seats?|lessons?|plots?))\b/giu,
    ),
  ]
  return found.slice(0, 3).map((match, at) => {
    const act = `${infinitive(match[1]!)} ${match[2]!}`.toLowerCase()
    return {
      id: `drafted-${at + 1}`,
      name: capital(act),
      when: `the visitor wants to ${act}`,
      examples: [`I would like to ${act}`, `Can you ${act} for me?`],
      steps: 'Repeat what was given.\nSay “Thank you, I have noted that.”',
      ask: [...(ASKED.find(([pattern]) => pattern.test(act))?.[1] ?? ASKED[2]![1])],
    }
  })
}
