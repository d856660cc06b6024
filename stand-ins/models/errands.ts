import { DEBRIEFING_TITLE, JUDGING_TITLE, SAYING_TITLE, WORDING_TITLE, type NotedAnswer } from '@parrot/core/errands'
import type { ChatMessage } from '@parrot/core/dialogue'
import { draftRelay, RELAY_DRAFTING_TITLE } from '@parrot/core/team'
import { contentStems, coverage } from '@parrot/core/text'

/** What a simulated model says to an errand; undefined when it is asked something else. */
export function errandAnswer(messages: readonly ChatMessage[]): string | undefined {
  const [title = '', ...how] = messages[0]!.content.split('\n')
  const given = messages.at(-1)!.content
  if (title === JUDGING_TITLE) return judged(JSON.parse(given) as { statement: string; reply: string })
  if (title === SAYING_TITLE)
    return JSON.stringify((JSON.parse(given) as string[]).map((line) => inGerman(line, how[0] ?? '')))
  if (title === WORDING_TITLE) return JSON.stringify(edited(JSON.parse(given) as NotedAnswer))
  if (title === DEBRIEFING_TITLE) return JSON.stringify(debriefed(JSON.parse(given) as Debriefed))
  if (title === RELAY_DRAFTING_TITLE) return JSON.stringify(drafted(JSON.parse(given) as ToDraft))
  return undefined
}

interface ToDraft {
  readonly sentence: string
  readonly agents: readonly string[]
  readonly timeZone: string
}

/** Reads the sentence as the product does by itself, agents by their names. */
function drafted({ sentence, agents, timeZone }: ToDraft): object {
  const { relay, cue } = draftRelay(
    sentence,
    agents.map((name) => ({ id: name, name })),
    timeZone,
  )
  return { ...relay, cue }
}

interface Debriefed {
  readonly questions: readonly {
    readonly id: string
    readonly question: string
    readonly kind: string
    readonly options: readonly string[]
  }[]
  readonly conversation: readonly { readonly line: number; readonly by: string; readonly text: string }[]
}

/** Answers by the line that shares most words with a question; one it cannot answer it makes up, as models do. */
const debriefed = ({ questions, conversation }: Debriefed): object[] =>
  questions.map(({ id, question, kind, options }) => {
    const wanted = contentStems(question)
    const line = conversation.find(({ by, text }) => by === 'visitor' && coverage(wanted, contentStems(text)) > 0)
    const value =
      kind === 'yesNo' ? (line ? 'yes' : 'no') : kind === 'choice' ? (options[0] ?? '') : (line?.text ?? '7')
    return { id, value, lines: line ? [line.line] : [999] }
  })

/** Makes a rule of what the designer says should be, and an edit of a rule that is not there, as models do. */
const edited = ({ question, wrong, wanted }: NotedAnswer): object[] => [
  { kind: 'rule', when: `the visitor asks “${question}”`, do: wrong },
  ...(wanted ? [{ kind: 'answer', answer: wanted }] : []),
  { kind: 'changeRule', id: 'no-such-rule', when: '', do: 'Be nice.' },
]

/** Judges by the words of the statement alone: enough to try with, and wrong as models are. */
function judged({ statement, reply }: { statement: string; reply: string }): string {
  const isSo = coverage(contentStems(statement), contentStems(reply)) >= 0.5
  return isSo ? 'Yes. The reply has the words of the statement.' : 'No. The reply is about something else.'
}

const GERMAN: Readonly<Record<string, string>> = {
  what: 'was', how: 'wie', much: 'viel', many: 'viele', when: 'wann', where: 'wo', who: 'wer', may: 'darf', can: 'kann',
  i: 'ich', my: 'mein', we: 'wir', is: 'ist', are: 'sind', does: 'kostet', cost: 'es', the: 'die', a: 'ein', an: 'ein',
  to: 'nach', and: 'und', with: 'mit', dog: 'Hund', bring: 'mitbringen', ticket: 'Fahrkarte', bike: 'Fahrrad', boat: 'Boot',
  last: 'letzte', first: 'erste', hello: 'hallo', please: 'bitte', not: 'nicht', for: 'für', of: 'von', on: 'auf', in: 'in',
} // prettier-ignore

/** A line with its commonest words in German; a language it does not know comes back as it was. */
const inGerman = (line: string, language: string): string =>
  /\bde\b/i.test(language) ? line.replace(/[A-Za-z]+/g, (word) => GERMAN[word.toLowerCase()] ?? word) : line
