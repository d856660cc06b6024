import type { Support } from '../grounding'
import { likeness, sentences, wordCount } from '../text'
import { speak, spokenDetails, type Spoken } from './ask'
import { withoutMarkers } from './citations'
import { assembled, type Examined, type Piece } from './examine'
import { followedDetail, followedIn, type Followed } from './followed'
import { ModelProblem, type ChatMessage } from './model'
import { soundDetails } from './sound'
import type { Outcome, Step, TurnContext, TurnState, WorkingDetail } from './turn'
import { unbackedIn } from './unbacked'

/** A reply that was checked: what was examined of it, what the rules say to it, and what a model could put right. */
interface Checked {
  readonly raw: string
  readonly examined: Examined
  readonly followed: readonly Followed[]
  readonly problems: readonly string[]
  readonly details: readonly WorkingDetail[]
}

/**
 * What is checked after any model has spoken: citations are verified and renumbered; each sentence was held against what
 * it rests on, and one without ground is marked, asked about again, or removed, as the brief wants; private data and
 * addresses that nobody gave, and coarse words, are withheld; rules that were due, length and format are held against
 * the brief. The outcome is told from the reply itself, so that every model is held to the same measure.
 */
export const checkReply: Step = async (state, context) => {
  const { brief, model } = context
  const unbacked = unbackedIn(state, context)
  const first = check(state.reply, state.examined!, state.broke, state, context)
  const isAsked = unbacked === 'askAgain' && model.canRevise === true && first.problems.length > 0
  const second = isAsked ? await revised(first, state, context) : undefined
  const best = second?.checked && second.checked.problems.length <= first.problems.length ? second.checked : first
  const { pieces, citations } = best.examined
  const support = pieces.map((piece) => piece.support)
  const said = pieces.filter((piece) => piece.isSaid)
  // Courtesy around an answer that had to go is no answer.
  const claims = pieces.filter((piece) => piece.support.isClaim)
  const isEmptied = said.length < pieces.length && claims.length > 0 && !said.some((piece) => piece.support.isClaim)
  const body = best.examined.reply === '' || isEmptied ? brief.grounding.whenUnknown : best.examined.reply
  const cited = isEmptied ? [] : citations
  const outcome = outcomeOf(state, withoutMarkers(body), cited.length, brief.grounding.whenUnknown)
  const answer = brief.grounding.cite ? body : withoutMarkers(body)
  // Who is passed on to a person hears of that first, and then no cheerful word.
  const told = state.handOver ? [...state.afterwards, withoutCourtesy(answer, said)] : [answer, ...state.afterwards]
  return {
    state: {
      ...state,
      reply: told.join(body.includes('\n') ? '\n' : ' '),
      citations: brief.grounding.cite ? cited : [],
      support,
      outcome: state.afterwards.length > 0 && outcome === 'unknown' ? 'declined' : outcome,
      usage: [...state.usage, ...(second?.spoken?.usage ?? [])],
      uses: [...state.uses, ...(second?.spoken?.uses ?? [])],
    },
    report: {
      summary: summaryOf(first, second?.checked, best, isAsked),
      details: [
        ...best.details,
        ...removedDetails(best),
        ...(second ? revisionDetails(first, second) : []),
        ...(model.canRevise ? soundDetails(body, brief) : []),
      ],
    },
  }
}

function summaryOf(first: Checked, second: Checked | undefined, best: Checked, isAsked: boolean): string {
  if (isAsked)
    return `The reply had a weak spot, so the model was asked once more; ${
      second === undefined
        ? 'it failed, and the first stands'
        : best === second
          ? 'the second reply stands'
          : 'the first was no worse and stands'
    }.`
  return first.problems.length === 0 ? 'The reply passed every check.' : 'The reply has a weak spot.'
}

/** What was left out of the reply that stands, and why. */
const removedDetails = ({ examined }: Checked): WorkingDetail[] => [
  ...examined.pieces.flatMap(({ isSaid, text, coarse }): WorkingDetail[] =>
    isSaid
      ? []
      : [
          {
            label: 'Removed',
            text: withoutMarkers(text),
            field: coarse.length > 0 ? 'manner.persona' : 'grounding.unbacked',
          },
        ],
  ),
  ...(examined.unfinished === '' ? [] : [{ label: 'Removed', text: `${examined.unfinished} … (it broke off)` }]),
]

const revisionDetails = (first: Checked, { checked, spoken, failed }: Revision): WorkingDetail[] => [
  ...first.problems.map((text) => ({ label: 'Asked again', text, field: 'grounding.unbacked' })),
  { label: 'Before', text: first.raw },
  checked ? { label: 'After', text: checked.raw } : { label: 'Failed', text: failed },
  ...(spoken ? spokenDetails(spoken) : []),
]

/** The reply from its first verdict or claim on; courtesy before it holds no markers, so places in both are the same. */
function withoutCourtesy(reply: string, said: readonly Piece[]): string {
  const first = said.find(({ support }) => support.isClaim || support.isVerdict)
  return first ? reply.slice(Math.max(0, withoutMarkers(reply).indexOf(first.support.text))) : reply
}

/** A reply this much longer than the brief allows is worth asking again for. */
const MUCH_TOO_LONG = 1.2

function check(
  raw: string,
  examined: Examined,
  broke: string | undefined,
  state: TurnState,
  { brief, model }: TurnContext,
): Checked {
  const { pieces, citations } = examined
  const plain = withoutMarkers(assembled(pieces, state).reply)
  const limit = brief.manner.format.maxWords
  const count = wordCount(plain)
  const isTooLong = limit !== null && count > limit
  const isBulleted = brief.manner.format.bullets === 'never' && /^[-•] /m.test(plain)
  const dropped = pieces.flatMap((piece) => piece.dropped)
  const withheld = pieces.flatMap((piece) => piece.withheld)
  const coarse = pieces.flatMap((piece) => piece.coarse)
  const name = state.memory.facts.find(({ key }) => key === 'name')?.value
  // The built-in model tells by itself how it took each rule.
  const due = model.canRevise ? state.called : []
  const followed = followedIn(plain, due, { citations: citations.length, name, language: brief.identity.language })
  const details: WorkingDetail[] = [
    { label: 'Citations', text: `${citations.length} verified` },
    ...dropped.map((number) => ({ label: 'Citation', text: `[${number}] pointed at no passage and was removed` })),
    ...pieces.filter(({ support }) => support.isClaim).map(({ support }) => supportDetail(support)),
    ...followed.map(followedDetail),
    ...withheld.map((what) => ({ label: 'Withheld', text: `${what} that nobody gave` })),
    ...coarse.map((word) => ({ label: 'Coarse', text: `“${word}”` })),
    ...(isBulleted
      ? [{ label: 'Format', text: 'a list, although the brief wants none', field: 'manner.format.bullets' }]
      : []),
    {
      label: 'Length',
      text: limit === null ? `${count} words` : `${count} of at most ${limit} words${isTooLong ? ': too long' : ''}`,
      ...(limit === null ? {} : { field: 'manner.format.maxWords' }),
    },
  ]
  const problems = [
    ...pieces
      .filter(({ support }) => !support.isSupported)
      .map(({ support }) => `“${support.text}”: ${support.because ?? 'no passage says it'}.`),
    ...(broke !== undefined || examined.unfinished !== '' ? ['The answer broke off. Write it whole.'] : []),
    ...followed
      .filter((each) => !each.isFollowed && each.isAlways)
      .map(({ wanted }) => `This was not done: ${wanted}.`),
    ...(limit !== null && count > limit * MUCH_TOO_LONG ? [`Use at most ${limit} words.`] : []),
    ...(isBulleted ? ['Write no list.'] : []),
    ...(withheld.length > 0 ? ['Give no address, number or link that the passages do not hold.'] : []),
    ...(coarse.length > 0 ? ['Use no coarse words.'] : []),
  ]
  return { raw, examined, followed, problems, details }
}

const supportDetail = (support: Support): WorkingDetail => ({
  label: support.isSupported ? `${Math.round(support.score * 100)} % backed` : 'Not backed',
  text: support.because === undefined ? support.text : `${support.text} (${support.because})`,
  ...(support.passageId === undefined ? {} : { passageId: support.passageId, sourceId: support.sourceId! }),
  ...(support.field === undefined ? {} : { field: support.field }),
})

interface Revision {
  readonly checked?: Checked
  readonly spoken?: Spoken
  readonly failed: string
}

/** Asks the model once more, with what was wrong; a second failure of the model leaves the first reply standing. */
async function revised(first: Checked, state: TurnState, context: TurnContext): Promise<Revision> {
  const messages: ChatMessage[] = [
    ...state.messages,
    { role: 'assistant', content: state.reply },
    {
      role: 'user',
      content: [
        'Write your whole answer again, to the same question and from the same passages, and nothing else. Put right or leave out:',
        ...first.problems.map((problem) => `- ${problem}`),
      ].join('\n'),
    },
  ]
  // What was sent cannot be taken back: only where nothing was sent is the second answer heard while it is spoken.
  const send = state.hasSent ? undefined : context.onText
  try {
    const spoken = await speak(messages, state, context, send)
    if (spoken.examined.pieces.length === 0) return { spoken, failed: 'It answered with nothing.' }
    return { spoken, checked: check(spoken.text, spoken.examined, spoken.broke, state, context), failed: '' }
  } catch (error) {
    if (!(error instanceof ModelProblem)) throw error
    return { failed: error.message }
  }
}

/** How near a reply must be to the brief's own "I don't know" to count as one. */
const UNKNOWN_LIKENESS = 0.6

function outcomeOf(state: TurnState, plain: string, citations: number, whenUnknown: string): Outcome {
  if (state.reading.act !== 'question' && state.reading.act !== 'person') return 'chatted'
  if (state.told !== undefined && (state.told !== 'answered' || citations > 0)) return state.told
  const isUnknown =
    plain.includes(whenUnknown.trim()) ||
    sentences(plain).some((sentence) => likeness(sentence.text, whenUnknown) >= UNKNOWN_LIKENESS)
  if (citations > 0) return 'answered'
  if (isUnknown) return 'unknown'
  return plain.trimEnd().endsWith('?') ? 'clarified' : 'answered'
}
