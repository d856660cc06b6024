import { phrasesFor } from '../languages'
import { breaks, explainDirective, type Directive } from '../rules'
import { contentStems, coverage, languageOf, sentences, wordCount } from '../text'
import type { CalledRule } from './rules'
import type { WorkingDetail } from './turn'

/** Whether a reply did what one rule that was due asks for. */
export interface Followed {
  readonly isFollowed: boolean
  /** What it asks for, in words. */
  readonly wanted: string
  readonly field: string
  readonly isAlways: boolean
}

/** What a reply is held against beside its words. */
export interface Given {
  readonly citations: number
  readonly name: string | undefined
  readonly language: string
}

/** So much of what a rule wants said must stand in the reply. */
const SAID = 0.65

/** Holds a reply against every rule that was due and can be checked; a rule only a language model can read is left out. */
export const followedIn = (reply: string, due: readonly CalledRule[], given: Given): Followed[] =>
  due.flatMap(({ rule, reading, at }) =>
    !reading.understood
      ? []
      : reading.directives.flatMap((directive) => {
          const isFollowed = follows(reply, directive, given)
          return isFollowed === undefined
            ? []
            : [
                {
                  isFollowed,
                  wanted: explainDirective(directive),
                  field: `rules.${at}`,
                  isAlways: rule.strength === 'always',
                },
              ]
        }),
  )

export const followedDetail = ({ isFollowed, wanted, field }: Followed): WorkingDetail => ({
  label: isFollowed ? 'Followed' : 'Not followed',
  text: wanted,
  field,
})

/** Whether a directive was followed; undefined where the reply alone does not tell. */
function follows(reply: string, directive: Directive, { citations, name, language }: Given): boolean | undefined {
  switch (directive.kind) {
    case 'say':
    case 'offer':
    case 'ask':
    case 'askFirst':
    case 'endWith':
    case 'handOver':
      return isSaid(reply, directive.text)
    case 'link':
      return reply.includes(directive.url)
    case 'avoid':
      return !breaks(directive, reply)
    case 'replace':
      return !reply.toLowerCase().includes(directive.from.toLowerCase())
    case 'apologise':
      return isSaid(reply, phrasesFor(language).sorry)
    case 'format':
      return isWritten(reply, directive.as)
    case 'limit':
      return (directive.unit === 'words' ? wordCount(reply) : sentences(reply).length) <= directive.most
    case 'byName':
      return name === undefined ? undefined : reply.includes(name)
    case 'cite':
      return directive.isWanted === citations > 0
    case 'language':
      return languageOf(reply) === directive.language.split('-')[0]
    case 'tool':
      return undefined
  }
}

const isSaid = (reply: string, text: string): boolean =>
  reply.toLowerCase().includes(text.toLowerCase()) || coverage(contentStems(text), contentStems(reply)) >= SAID

function isWritten(reply: string, as: Extract<Directive, { kind: 'format' }>['as']): boolean {
  const isBulleted = /^\s*[-•*] /m.test(reply)
  const isNumbered = /^\s*\d{1,3}[.)] /m.test(reply)
  const isTable = /^\s*\|.*\|/m.test(reply)
  return { bullets: isBulleted, steps: isNumbered, table: isTable, prose: !isBulleted && !isNumbered && !isTable }[as]
}
