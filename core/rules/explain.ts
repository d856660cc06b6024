import type { Condition, DayOfYear } from './condition'
import type { Directive } from './directive'

const MONTHS = 'January February March April May June July August September October November December'.split(' ')
const DAY_NAMES = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday']
const dayOfYear = ({ day, month }: DayOfYear): string => `${day} ${MONTHS[month - 1]}`

/** A condition in words: what stands after "when". */
export function explainCondition(condition: Condition): string {
  switch (condition.kind) {
    case 'always':
      return 'always'
    case 'about':
      return condition.text
    case 'phrase':
      return `the line holds “${condition.text}”`
    case 'turns':
      return `the visitor has written ${condition.least} times or more`
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
