import { likeness, sentences, wordCount } from '../text'
import { holderFor, type Grounds, type Support } from '../grounding'
import { citeReply, withoutMarkers } from './citations'
import { groundsOf } from './grounds'
import { openIn, withheld } from './privacy'
import type { ChatMessage, Model, ModelRequest } from './model'
import type { Citation, Outcome, Step, TurnContext, TurnState, WorkingDetail } from './turn'

/** A reply that was checked: what is said, what it cites, what each sentence rests on, and what was wrong with it. */
interface Checked {
  readonly reply: string
  readonly citations: readonly Citation[]
  readonly support: readonly Support[]
  readonly problems: readonly Problem[]
  readonly details: readonly WorkingDetail[]
}

/** Something a model can put right when it is told. */
interface Problem {
  readonly tell: string
}

/**
 * What is checked after any model has spoken: citations are verified and renumbered; each sentence is matched to its
 * evidence, and one without is removed (where the brief wants nothing but the library) or flagged; private data that
 * nobody gave is withheld; length and format are held against the brief. When something is wrong and the model can do
 * better, it is asked once more. The outcome is told from the reply itself, so that the built-in model and an outside
 * one are held to the same measure.
 */
export const checkReply: Step = async (state, context) => {
  const grounds = groundsOf(state, context)
  const first = check(state.reply, state, context, grounds)
  const second =
    first.problems.length > 0 && context.model.canRevise ? await revised(first, state, context, grounds) : undefined
  const best = second && second.problems.length <= first.problems.length ? second : first
  const { brief } = context
  const isCut =
    state.reading.act === 'question' && brief.grounding.libraryOnly && best.support.some((each) => !each.isSupported)
  const spoken = isCut ? withoutUnsupported(best) : best
  // Courtesy around an answer that had to go is no answer.
  const isEmptied =
    isCut && best.support.some((each) => each.isClaim) && !best.support.some((each) => each.isClaim && each.isSupported)
  const body = spoken.reply === '' || isEmptied ? brief.grounding.whenUnknown : spoken.reply
  const outcome = outcomeOf(state, withoutMarkers(body), spoken.citations.length, brief.grounding.whenUnknown)
  const answer = brief.grounding.cite ? body : withoutMarkers(body)
  // Who is passed on to a person hears of that first, and then no cheerful word.
  const said = state.handOver
    ? [...state.afterwards, withoutCourtesy(answer, spoken.support)]
    : [answer, ...state.afterwards]
  const reply = said.join(body.includes('\n') ? '\n' : ' ')
  return {
    state: {
      ...state,
      reply,
      citations: brief.grounding.cite ? spoken.citations : [],
      support: best.support,
      outcome: state.afterwards.length > 0 && outcome === 'unknown' ? 'declined' : outcome,
    },
    report: {
      summary: second
        ? `The reply had a weak spot, so the model was asked once more; ${best === second ? 'the second reply stands' : 'the first was no worse and stands'}.`
        : first.problems.length === 0
          ? 'The reply passed every check.'
          : 'The reply has a weak spot.',
      details: [
        ...best.details,
        ...(isCut
          ? unsupportedOf(best).map((text) => ({ label: 'Removed', text, field: 'grounding.libraryOnly' }))
          : []),
      ],
    },
  }
}

/** The reply from its first verdict or claim on; courtesy before it holds no markers, so places in both are the same. */
function withoutCourtesy(reply: string, support: readonly Support[]): string {
  const first = support.find((each) => each.isClaim || each.isVerdict)
  return first ? reply.slice(Math.max(0, withoutMarkers(reply).indexOf(first.text))) : reply
}

function check(raw: string, state: TurnState, context: TurnContext, grounds: Grounds): Checked {
  const { brief } = context
  const cited = citeReply(raw, state.found)
  const safe = withheld(cited.reply, openIn(state, context))
  const clean = brief.manner.format.emoji ? safe.text : withoutEmoji(safe.text)
  const support = holderFor(grounds).holdAll(withoutMarkers(clean))
  const unsupported = support.filter((each) => !each.isSupported)
  const limit = brief.manner.format.maxWords
  const count = wordCount(withoutMarkers(clean))
  const isTooLong = limit !== null && count > limit
  const isBulleted = brief.manner.format.bullets === 'never' && /^[-•] /m.test(clean)
  const details: WorkingDetail[] = [
    { label: 'Citations', text: `${cited.citations.length} verified` },
    ...cited.dropped.map((number) => ({
      label: 'Citation',
      text: `[${number}] pointed at no passage and was removed`,
    })),
    ...support
      .filter((each) => each.isClaim)
      .map((each): WorkingDetail => ({
        label: each.isSupported ? `${Math.round(each.score * 100)} % backed` : 'Not backed',
        text: each.text,
        ...(each.passageId === undefined ? {} : { passageId: each.passageId, sourceId: each.sourceId! }),
        ...(each.field === undefined ? {} : { field: each.field }),
      })),
    ...safe.removed.map((what) => ({ label: 'Withheld', text: `${what} that nobody gave` })),
    ...(isBulleted
      ? [{ label: 'Format', text: 'a list, although the brief wants none', field: 'manner.format.bullets' }]
      : []),
    {
      label: 'Length',
      text: limit === null ? `${count} words` : `${count} of at most ${limit} words${isTooLong ? ': too long' : ''}`,
      ...(limit === null ? {} : { field: 'manner.format.maxWords' }),
    },
  ]
  const problems: Problem[] = [
    ...unsupported.map((each) => ({ tell: `No passage says: ${each.text}` })),
    ...cited.dropped.map((number) => ({ tell: `There is no passage [${number}].` })),
    ...(isTooLong ? [{ tell: `Use at most ${limit} words.` }] : []),
    ...(isBulleted ? [{ tell: 'Write no list.' }] : []),
    ...(safe.removed.length > 0 ? [{ tell: 'Give no private data that the passages do not hold.' }] : []),
  ]
  return { reply: clean, citations: cited.citations, support, problems, details }
}

/** Asks the model once more, with what was wrong; a second failure of the model leaves the first reply standing. */
async function revised(
  first: Checked,
  state: TurnState,
  context: TurnContext,
  grounds: Grounds,
): Promise<Checked | undefined> {
  const messages: ChatMessage[] = [
    ...state.messages,
    { role: 'assistant', content: state.reply },
    {
      role: 'user',
      content: `Write your answer again, to the same question and from the same passages. Put right:\n${first.problems.map((problem) => `- ${problem.tell}`).join('\n')}`,
    },
  ]
  const text = await spokenBy(context.model, { messages }, context.signal)
  return text === '' ? undefined : check(text, state, context, grounds)
}

async function spokenBy(model: Model, request: ModelRequest, signal?: AbortSignal): Promise<string> {
  let reply = ''
  try {
    for await (const event of model.answer(request, signal)) if (event.kind === 'text') reply += event.text
  } catch {
    return ''
  }
  return reply.trim()
}

const unsupportedOf = (checked: Checked): string[] =>
  checked.support.filter((each) => !each.isSupported).map((each) => each.text)

/** The reply without the sentences that nothing backs; nothing else of it changes but citations that fall away. */
function withoutUnsupported(checked: Checked): Checked {
  const gone = new Set(unsupportedOf(checked))
  const lines = checked.reply.split('\n').map((line) =>
    sentences(line)
      .filter((sentence) => !gone.has(withoutMarkers(sentence.text)))
      .map((sentence) => sentence.text)
      .join(' '),
  )
  const reply = lines.filter((line) => line !== '').join('\n')
  const citations = checked.citations.filter((citation) => reply.includes(`[${citation.marker}]`))
  const order = citations.map((citation) => citation.marker)
  return {
    ...checked,
    reply: reply.replace(/\[(\d{1,3})\]/g, (_whole, marker: string) => `[${order.indexOf(Number(marker)) + 1}]`),
    citations: citations.map((citation, at) => ({ ...citation, marker: at + 1 })),
    support: checked.support.filter((each) => each.isSupported),
  }
}

const withoutEmoji = (text: string): string => text.replace(/\s*(?!\p{N}|[#*©®™])\p{Extended_Pictographic}️?/gu, '')

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
