import { insertPhrases } from '../languages'
import { figureWithUnit } from './figure'
import type { Insert, InsertOf } from './schema'

const LETTERS = 'abcdef'

/** An insert as text, for where it cannot be drawn: a phone, a mail, a program that reads chat completions. */
export function insertAsText(insert: Insert, language = 'en'): string {
  switch (insert.kind) {
    case 'link':
      return `${insert.title}: ${insert.url}`
    case 'table':
      return tableAsText(insert)
    case 'chart':
      return tableAsText({
        title: insert.title,
        columns: ['', ...insert.series.map(({ name }) => name)],
        rows: insert.labels.map((label, at) => [
          label,
          ...insert.series.map(({ values }) => figureWithUnit(values[at] ?? null, insert.unit)),
        ]),
      })
    case 'quiz':
      return [
        ...insert.questions.map(
          ({ question, choices }, at) =>
            `${at + 1}. ${question}\n${choices.map((choice, n) => `   ${LETTERS[n]}) ${choice}`).join('\n')}`,
        ),
        `${insertPhrases(language).answers} ${insert.questions.map(({ right }, at) => `${at + 1}${LETTERS[right]}`).join(', ')}`,
      ].join('\n\n')
    case 'cards':
      return insert.cards.map(({ front, back }) => `- ${front}: ${back}`).join('\n')
    case 'times':
      return insert.times.map(({ says }) => `- ${says}`).join('\n')
    case 'outline':
      return itemsAsText(insert.items, '')
    case 'picture':
      return insert.alt || insert.title
    case 'file':
      return insert.text
    case 'form':
      return insert.fields.map(({ label }) => `- ${label}`).join('\n')
  }
}

/** A reply with its inserts told as text. */
export const replyAsText = (reply: string, inserts: readonly Insert[], language = 'en'): string =>
  [reply, ...inserts.map((insert) => insertAsText(insert, language))].filter(Boolean).join('\n\n')

const cell = (text: string): string => text.replace(/\|/g, '/')
function tableAsText({ columns, rows }: Pick<InsertOf<'table'>, 'title' | 'columns' | 'rows'>): string {
  const line = (cells: readonly string[]) => `| ${cells.map(cell).join(' | ')} |`
  return [line(columns), line(columns.map(() => '---')), ...rows.map(line)].join('\n')
}

const itemsAsText = (items: InsertOf<'outline'>['items'], indent: string): string =>
  items
    .map(
      ({ text, note, items: inner }) =>
        `${indent}- ${text}${note ? `: ${note}` : ''}${inner.length > 0 ? `\n${itemsAsText(inner, `${indent}  `)}` : ''}`,
    )
    .join('\n')
