import type { Insert, InsertOf } from '@parrot/contract'
import { button, element } from '../dom'
import { drawCards } from './cards'
import { drawChart } from './chart'
import { drawForm } from './form'
import { drawQuiz } from './quiz'
import type { InsertWords } from './words'

/** What a page gives an insert to be in. */
export interface InsertRoom {
  readonly words: InsertWords
  /** Says something for the visitor, where somebody can be spoken to. */
  readonly say?: (text: string) => void
  /** Where the file of an insert can be fetched as a document. */
  readonly fileAt?: string | undefined
  /** Tells those who do not see the page of what changed. */
  readonly tell?: (text: string) => void
}

/** Draws an insert as an element of the page. Text is only ever set as text. */
export function drawInsert(insert: Insert, room: InsertRoom): HTMLElement {
  const made = element('div', `insert insert-${insert.kind}`)
  made.setAttribute('dir', 'auto')
  made.append(...partsOf(insert, room))
  return made
}

function partsOf(insert: Insert, room: InsertRoom): Node[] {
  switch (insert.kind) {
    case 'link':
      return [linkTo(insert.url, insert.title)]
    case 'table':
      return [drawTable(insert), ...markerOf(insert.marker, room.words)]
    case 'chart':
      return [...drawChart(insert, room.words), ...markerOf(insert.marker, room.words)]
    case 'quiz':
      return [drawQuiz(insert, room)]
    case 'cards':
      return [drawCards(insert, room)]
    case 'times':
      return drawTimes(insert, room)
    case 'outline':
      return [
        ...(insert.title ? [element('p', 'insert-title', insert.title)] : []),
        drawItems(insert.items),
        ...markerOf(insert.marker, room.words),
      ]
    case 'picture':
      return drawPicture(insert)
    case 'file':
      return [fileLink(insert, room)]
    case 'form':
      return [drawForm(insert, room)]
  }
}

/** Opens what a part rests on, as markers in a reply do. */
export function markerOf(marker: number | null, words: InsertWords): HTMLElement[] {
  if (marker === null) return []
  const made = element('button', 'marker', String(marker))
  made.type = 'button'
  made.dataset.marker = String(marker)
  made.setAttribute('aria-label', words.source(marker))
  return [made]
}

function linkTo(url: string, title: string): HTMLElement {
  const link = element('a', 'insert-button', title)
  link.href = url
  link.target = '_blank'
  link.rel = 'noopener noreferrer'
  return link
}

/** A table that scrolls by itself where it is wider than its place. */
export function drawTable({
  title,
  columns,
  rows,
}: Pick<InsertOf<'table'>, 'title' | 'columns' | 'rows'>): HTMLElement {
  const table = element('table')
  if (title) table.append(element('caption', '', title))
  const head = element('tr')
  for (const column of columns) {
    const cell = element('th', '', column)
    cell.scope = 'col'
    head.append(cell)
  }
  const body = element('tbody')
  for (const row of rows) {
    const line = element('tr')
    line.append(...row.map((cell) => element('td', /^[£€$¥]?-?[\d.,: ]+$/.test(cell) ? 'figure' : '', cell)))
    body.append(line)
  }
  const top = element('thead')
  top.append(head)
  table.append(top, body)
  const wide = element('div', 'insert-wide')
  wide.tabIndex = 0
  wide.setAttribute('role', 'region')
  wide.setAttribute('aria-label', title || columns.join(', '))
  wide.append(table)
  return wide
}

function drawTimes({ times, title }: InsertOf<'times'>, { say }: InsertRoom): Node[] {
  const days = new Map<string, InsertOf<'times'>['times']>()
  for (const time of times) days.set(time.day, [...(days.get(time.day) ?? []), time])
  return [
    ...(title ? [element('p', 'insert-title', title)] : []),
    ...[...days].map(([day, own]) => {
      const row = element('div', 'insert-day')
      const group = element('div', 'insert-times')
      group.setAttribute('role', 'group')
      group.setAttribute('aria-label', day)
      group.append(
        ...own.map(({ time, says }) => {
          const tap = button('insert-choice', time, () => say?.(says))
          tap.disabled = say === undefined
          return tap
        }),
      )
      row.append(element('span', 'insert-name', day), group)
      return row
    }),
  ]
}

function drawItems(items: InsertOf<'outline'>['items']): HTMLElement {
  const list = element('ul')
  for (const { text, note, items: inner } of items) {
    const item = element('li')
    item.append(element('strong', '', text))
    if (note) item.append(element('span', 'insert-note', note))
    if (inner.length > 0) item.append(drawItems(inner))
    list.append(item)
  }
  return list
}

function drawPicture({ src, alt, title }: InsertOf<'picture'>): Node[] {
  const figure = element('figure')
  const image = element('img')
  image.src = src
  image.alt = alt
  image.loading = 'lazy'
  figure.append(image)
  if (title) figure.append(element('figcaption', '', title))
  return [figure]
}

/** A document is fetched where it is made; without such a place its text is given out as Markdown. */
function fileLink({ name, form, text }: InsertOf<'file'>, { words, fileAt }: InsertRoom): HTMLElement {
  const isMade = form !== 'md' && fileAt !== undefined
  const file = isMade ? name : name.replace(/\.\w+$/, '.md')
  const link = element('a', 'insert-button', words.download(file))
  link.href = isMade ? fileAt : `data:text/markdown;charset=utf-8,${encodeURIComponent(text)}`
  link.download = file
  return link
}
