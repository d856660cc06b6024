import type { AnswerKind, Intent } from '../question'
import type { Condition, DayOfYear } from './condition'
import type { Directive } from './directive'

const MONTHS = 'January February March April May June July August September October November December'.split(' ')
const DAY_NAMES = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday']
const dayOfYear = ({ day, month }: DayOfYear): string => `${day} ${MONTHS[month - 1]}`

const INTENT_WORDS: Readonly<Record<Exclude<Intent, 'question' | 'empty'>, string>> = {
  greeting: 'the visitor says hello',
  thanks: 'the visitor says thanks',
  goodbye: 'the visitor says goodbye',
  identity: 'the visitor asks who the agent is',
  insult: 'the visitor is abusive',
  distress: 'the visitor is in distress',
  emergency: 'there is an emergency',
}
const ASK_WORDS: Partial<Record<AnswerKind, string>> = {
  money: 'for a price',
  howTo: 'how to do something',
  summary: 'for a summary',
  comparison: 'for a comparison',
  recommendation: 'for a recommendation',
  why: 'why',
}

/** A condition in words: what stands after "when". */
export function explainCondition(condition: Condition): string {
  switch (condition.kind) {
    case 'always':
      return 'always'
    case 'mentions':
      return `the line speaks of ${condition.words}`
    case 'phrase':
      return `the line holds “${condition.text}”`
    case 'intent':
      return INTENT_WORDS[condition.intent]
    case 'mood':
      return condition.mood === 'complaint'
        ? 'the visitor complains'
        : condition.mood === 'confusion'
          ? 'the visitor is confused'
          : 'the visitor is grateful'
    case 'asks':
      return `the visitor asks ${ASK_WORDS[condition.answer] ?? condition.answer}`
    case 'unknown':
      return 'the answer is not known'
    case 'firstTurn':
      return 'it is the first line of the conversation'
    case 'quantity':
      return condition.words
    case 'weekday':
      return `today is ${condition.days.map((day) => DAY_NAMES[day]).join(', ')}`
    case 'dates':
      return `today is from ${dayOfYear(condition.from)} to ${dayOfYear(condition.to)}`
    case 'language':
      return `the line is in ${condition.name}`
    case 'duty':
      return `the duty “${condition.name}” is under way`
    case 'variable':
      return condition.value === undefined
        ? `{{${condition.name}}} is set`
        : `{{${condition.name}}} is “${condition.value}”`
    case 'not':
      return `not: ${explainCondition(condition.condition)}`
    case 'all':
      return condition.conditions.map(explainCondition).join(' and ')
    case 'any':
      return condition.conditions.map(explainCondition).join(' or ')
  }
}

/** A directive in words. */
export function explainDirective(directive: Directive): string {
  switch (directive.kind) {
    case 'avoid':
      return `never speak of ${directive.words}`
    case 'say':
      return `say “${directive.text}”`
    case 'ask':
      return `ask “${directive.text}”`
    case 'askFirst':
      return `ask “${directive.text}” before answering`
    case 'offer':
      return `offer “${directive.text}”`
    case 'apologise':
      return 'apologise'
    case 'link':
      return `give the link ${directive.url}`
    case 'format':
      return {
        bullets: 'write a list',
        steps: 'write numbered steps',
        table: 'write a table',
        prose: 'write plain sentences',
      }[directive.as]
    case 'limit':
      return `at most ${directive.most} ${directive.unit}`
    case 'replace':
      return `write “${directive.to}” for “${directive.from}”`
    case 'byName':
      return 'address the visitor by name'
    case 'endWith':
      return `end with “${directive.text}”`
    case 'handOver':
      return `${directive.isReferral ? 'point' : 'hand over'} to ${directive.to}: “${directive.text}”`
    case 'tool':
      return `use the tool ${directive.name}`
    case 'cite':
      return directive.isWanted ? 'name the sources' : 'name no sources'
    case 'language':
      return `answer in ${directive.name}`
  }
}
