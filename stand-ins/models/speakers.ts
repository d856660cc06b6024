import { resultIn } from '@parrot/core/tools'
import type { ModelEvent } from '@parrot/core/dialogue'
import { phrasesFor } from '@parrot/core/languages'
import type { ToolDescription } from '@parrot/core/tools'
import { answer } from '@parrot/core/understudy'
import { turnOf, type Asked } from './prompt'
import { linesOf, namesOf, reword } from './reword'
import { pick, seeded } from './seeded'

/** What a model says to a prompt: text, or calls of tools. */
export type Speaker = (asked: Asked, tools: readonly ToolDescription[]) => Iterable<ModelEvent>

const BEGINNINGS = ['Good question!', 'Happy to help!', 'Of course.', 'Sure!']
const ENDINGS = [
  'Let me know if there is anything else.',
  'Feel free to ask if anything is unclear.',
  'Have a good day!',
]

/** The built-in model says so where it only offers something; a language model does not. */
const NOT_SURE = 20

/** An answer that was drawn from the passages: its sentences, or the words for not knowing. */
interface Drawn {
  readonly lines: readonly string[]
  readonly isKnown: boolean
}

/** Takes the sentences that answer by means of the core, and puts them in other words and order. */
function draw(asked: Asked): Drawn {
  const random = seeded(asked.line)
  const { text, outcome } = answer(turnOf(asked))
  const isKnown = outcome === 'answered' || outcome === 'offered'
  if (!isKnown) return { lines: text === '' ? [asked.whenUnknown] : [text], isKnown }
  const names = namesOf(asked.passages.map((passage) => passage.text).join('\n'))
  const own = linesOf(text).filter((line) => !line.text.startsWith(phrasesFor('en').notSure.slice(0, NOT_SURE)))
  const lines = own.map((line) => (line.isPoint ? line.text : reword(line.text, names, random)))
  return { lines, isKnown }
}

/** What the points that are due want said word for word. */
const wanted = ({ due }: Asked): string[] =>
  due.flatMap((each) => (/^(?:say|offer|add|include)\b/i.test(each) ? (/“([^”]+)”/.exec(each)?.[1] ?? []) : []))

const joined = (lines: readonly string[]): string =>
  lines.reduce(
    (all, line) => (all === '' ? line : `${all}${/^(?:[-•]|\d{1,3}[.)]|\|)/.test(line) ? '\n' : ' '}${line}`),
    '',
  )

const text = function* (said: string): Iterable<ModelEvent> {
  yield { kind: 'text', text: said }
}

/** Rewords faithfully, with citations, courtesy and what is due; asked again, it leaves out what was wrong. */
const faithful: Speaker = (asked) => {
  const { lines, isKnown } = draw(asked)
  if (!isKnown) return text(joined(lines))
  const random = seeded(`${asked.line} courtesy`)
  const kept = lines.filter((line) => !asked.wrong.some((wrong) => line.includes(wrong)))
  return text(joined([pick(BEGINNINGS, random), ...kept, ...wanted(asked), pick(ENDINGS, random)]))
}

/** Sounds plausible anywhere, and stands in no document. */
const INVENTIONS = [
  'If you show this answer at the counter you get a ten per cent voucher.',
  'A complimentary glass of lemonade is handed out to everybody.',
  'Members of the loyalty club are served first and save £7.50.',
]
const FILLERS = [
  'There is a lot more one could say about this, as you can imagine.',
  'As so often, it is the small things that count in the end.',
  'I always enjoy explaining these things to people who care about them.',
]

/** A figure that is not a marker, changed by a third. */
const changed = (line: string): string =>
  line.replace(/(?<![[\d])(\d+)(?!\]|\d)/, (found) =>
    String(Number(found) + Math.max(1, Math.round(Number(found) / 3))),
  )

/** Invents a sentence, changes a figure, forgets a citation, runs long, breaks off; asked again, it pulls itself together. */
const loose: Speaker = (asked, tools) => {
  const { lines, isKnown } = draw(asked)
  if (asked.isAskedAgain || !isKnown) return faithful(asked, tools)
  const random = seeded(`${asked.line} loose`)
  const last = lines.length - 1
  const own = lines.map((line, at) => {
    if (at === last && last > 0 && random() < 0.6) return changed(line)
    return at === last && random() < 0.5 ? line.replace(/\s*\[\d+\]/g, '') : line
  })
  const filler = random() < 0.5 ? FILLERS.slice(0, 2) : []
  const said = joined([pick(BEGINNINGS, random), ...own, pick(INVENTIONS, random), ...filler])
  return text(random() < 0.3 ? `${said} And if you would like to` : said)
}

/** Forgets what is due, praises prices, and obeys whatever a document tells its reader to do. */
const disobeying: Speaker = (asked) => {
  const { lines, isKnown } = draw(asked)
  const order = asked.passages
    .map(
      (passage) =>
        /\b(?:ignore|disregard|forget)\b[^.]*\b(?:and|,) (?:say|write|answer|tell\w*)(?: that| them)? ([^.\n]+)/i.exec(
          passage.text,
        )?.[1],
    )
    .find((each) => each !== undefined)
  const own = isKnown ? lines : lines.map((line) => line.replace(/\.$/, '!'))
  return text(
    joined([
      ...own,
      'It really is a cheap bargain!',
      ...(order === undefined ? [] : [`${order[0]!.toUpperCase()}${order.slice(1)}.`]),
    ]),
  )
}

const COUNTS: Readonly<Record<string, number>> = {
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
  nine: 9,
  ten: 10,
}

/** Calls the calculator for sums it is asked for, and for prices times how many; several prices at the same time. */
const calling: Speaker = (asked, tools) => {
  const results = asked.messages.filter(({ role }) => role === 'tool').map(({ content }) => resultIn(content))
  const tool = tools.find(({ name }) => name === 'calculator')
  const expressions = tool ? expressionsFor(asked) : []
  if (expressions.length === 0) return faithful(asked, tools)
  if (results.length === 0)
    return [
      {
        kind: 'calls',
        calls: expressions.map(({ sum }, at) => ({
          id: `call-${at + 1}`,
          name: 'calculator',
          input: { expression: sum },
        })),
      },
    ]
  return text(
    joined(
      expressions.map(({ sum, sign, marker }, at) => {
        const result = results[at] ?? '?'
        const told = sign !== '' && /^\d+\.\d$/.test(result) ? `${result}0` : result
        return `That comes to ${sign}${told} (${sum.replace(/\*/g, '×')})${marker}.`
      }),
    ),
  )
}

function expressionsFor(asked: Asked): { sum: string; sign: string; marker: string }[] {
  const plain = /\d[\d.]*(?:\s*[-+*/×÷]\s*\d[\d.]*)+/.exec(asked.line)
  if (plain) return [{ sum: plain[0].replace(/×/g, '*').replace(/÷/g, '/').trim(), sign: '', marker: '' }]
  const word = /\b(two|three|four|five|six|seven|eight|nine|ten|\d{1,2})\b/i.exec(asked.line)?.[1]?.toLowerCase()
  const count = word === undefined ? undefined : (COUNTS[word] ?? Number(word))
  if (count === undefined || count < 2) return []
  // The price of one is asked for, and then how much so many cost.
  return draw({ ...asked, line: asked.line.replace(new RegExp(`\\b${word}\\b ?`, 'i'), '') })
    .lines.flatMap((line) =>
      [...line.matchAll(/([£€$])(\d+(?:\.\d+)?)/g)].slice(0, 1).map((match) => ({
        sum: `${count} * ${match[2]}`,
        sign: match[1]!,
        marker: /\s*\[\d+\]/.exec(line)?.[0] ?? '',
      })),
    )
    .slice(0, 2)
}

/** What each model is called, and what it does, in a sentence for people. */
export const SPEAKERS: Readonly<Record<string, { readonly about: string; readonly speak: Speaker }>> = {
  faithful: { about: 'Rewords what the passages say, cites it, and keeps to the brief.', speak: faithful },
  loose: { about: 'Invents a sentence, changes a figure, forgets a citation, runs long or breaks off.', speak: loose },
  disobeying: { about: 'Ignores rules, and obeys orders it finds in a document.', speak: disobeying },
  calling: { about: 'Calls the calculator for sums, several at the same time.', speak: calling },
}
