import { z } from 'zod'
import { OUTCOMES } from '../../dialogue'
import { insertAsText, SHOWN_KINDS } from '../../inserts'
import { checkKind, finding, has, questionsIn, type Finding } from './kind'

const name = z.string().max(300).default('')

/** Checks of how a reply came to be: what it rests on, how the turn ended, and what of the brief was used. */

export const cites = checkKind({
  kind: 'cites',
  /** Part of a source's title; empty: any citation at all. */
  fields: { source: name },
  judge({ source }, { citations }): Finding {
    if (citations.length === 0) return { holds: false, reason: 'The reply cites nothing.' }
    const titles = [...new Set(citations.map((citation) => citation.sourceTitle))]
    const listed = titles.map((title) => `“${title}”`).join(', ')
    if (source.trim() === '') return { holds: true, reason: `The reply cites ${listed}.` }
    const holds = titles.some((title) => has(title, source))
    return finding(holds, `The reply cites ${listed}.`, `The reply cites ${listed}, not “${source}”.`)
  },
})

export const outcome = checkKind({
  kind: 'outcome',
  fields: { outcome: z.enum(OUTCOMES) },
  judge: (check, turn) =>
    finding(
      turn.outcome === check.outcome,
      `The outcome is ${turn.outcome}.`,
      `The outcome is ${turn.outcome}, not ${check.outcome}.`,
    ),
})

export const grounded = checkKind({
  kind: 'grounded',
  fields: {},
  judge(_check, { support = [] }) {
    const unbacked = support.find((each) => each.isClaim && !each.isSupported)
    return finding(!unbacked, 'Everything the reply claims is backed.', `Nothing backs “${unbacked?.text}”.`)
  },
})

export const handsOver = checkKind({
  kind: 'handsOver',
  fields: {},
  judge: (_check, { handOver }) =>
    finding(
      handOver !== undefined,
      `The conversation was passed on to ${handOver?.to || 'a person'}.`,
      'The conversation was not passed on.',
    ),
})

/** The agent asks for something: one of a duty's fields by its name, or anything when left empty. */
export const asksFor = checkKind({
  kind: 'asksFor',
  fields: { name },
  judge(check, { memory, outcome: ended }, text) {
    const asking = memory?.duty?.isPaused ? undefined : memory?.duty?.asking
    const questions = questionsIn(text)
    const what = asking ? `for “${asking}”` : questions[0] ? `“${questions[0].trim()}”` : ''
    const asks = asking !== undefined || questions.length > 0 || ended === 'clarified'
    const holds =
      asks &&
      (check.name.trim() === '' ||
        (asking !== undefined && has(asking, check.name)) ||
        questions.some((question) => has(question, check.name)))
    return finding(
      holds,
      `The agent asks ${what || 'back'}.`,
      asks ? `The agent asks ${what || 'back'}, not for “${check.name}”.` : 'The agent asks nothing.',
    )
  },
})

/** A duty is under way or was just done, by its name; any, when left empty. */
export const duty = checkKind({
  kind: 'duty',
  fields: { name },
  judge(check, { workings = [] }) {
    const step = workings.find((working) => working.step === 'duty')
    const holds = step !== undefined && (check.name.trim() === '' || has(step.summary, check.name))
    return finding(
      holds,
      step?.summary ?? '',
      step ? `${step.summary} That is not “${check.name}”.` : 'No duty was used.',
    )
  },
})

/** A rule was called for, by words it holds. */
export const rule = checkKind({
  kind: 'rule',
  fields: { text: z.string().min(1).max(500) },
  judge(check, { called = [] }) {
    const own = ({ rule: { id, when, do: does } }: (typeof called)[number]) =>
      id === check.text || has(`${when} ${does}`, check.text)
    const found = called.find(own)
    const others = called
      .filter(({ rule: { when } }) => when.trim() !== '')
      .map(({ rule: { do: does } }) => `“${does}”`)
      .join(', ')
    return finding(
      found !== undefined,
      `The rule “${found?.rule.do}” was called for.`,
      others ? `The rules called for are ${others}.` : 'No rule with a condition was called for.',
    )
  },
})

/** A tool was called, by its name, or waits to be; with `holding`, with that among what it was given. */
export const tool = checkKind({
  kind: 'tool',
  fields: { name: z.string().min(1).max(80), holding: name },
  judge(check, { uses = [] }) {
    const calls = uses.filter(({ call }) => has(call.name, check.name))
    const found = calls.find(({ call }) => has(JSON.stringify(call), check.holding))
    const waits = found?.result.waitsFor
    const called = uses.map(({ call }) => `“${call.name}”`).join(', ')
    return finding(
      found !== undefined,
      `The tool “${check.name}” ${waits ? `waits to be called until the ${waits} agrees` : 'was called'}.`,
      calls.length > 0
        ? `“${check.name}” was called, but not with “${check.holding}”.`
        : called
          ? `The tools called are ${called}.`
          : 'No tool was called.',
    )
  },
})

/** An insert is shown, of a kind or of any; with `holding`, with that in it. */
export const insert = checkKind({
  kind: 'insert',
  fields: { shows: z.enum([...SHOWN_KINDS, 'any']).default('any'), holding: name },
  judge({ shows, holding }, { inserts = [] }) {
    const own = inserts.filter(({ kind }) => shows === 'any' || kind === shows)
    const holds = own.some((each) => has(`${'title' in each ? each.title : ''}\n${insertAsText(each)}`, holding))
    const shown = inserts.map(({ kind }) => kind).join(', ')
    const what = shows === 'any' ? 'insert' : shows
    return finding(
      holds,
      `Shown: ${shown}.`,
      own.length > 0
        ? `The ${what} that is shown does not hold “${holding}”.`
        : shown
          ? `Shown is ${shown}, no ${what}.`
          : 'Nothing is shown beside the words.',
    )
  },
})
