import { withPairs } from './asked'

/**
 * Where a block stands in the original. `label` is what a person is shown ("page 3"); the other fields let the reader
 * jump there. A locator is made by the reader of the format and travels unchanged to the citation.
 */
export type Locator =
  | { readonly kind: 'page'; readonly page: number; readonly label: string }
  | { readonly kind: 'heading'; readonly anchor: string; readonly label: string }
  | { readonly kind: 'row'; readonly sheet: string; readonly row: number; readonly label: string }
  | { readonly kind: 'slide'; readonly slide: number; readonly label: string }
  | { readonly kind: 'line'; readonly line: number; readonly label: string }
  | { readonly kind: 'time'; readonly seconds: number; readonly label: string }
  | { readonly kind: 'pair'; readonly pair: number; readonly label: string }
  /** No document: what a tool gave back. */
  | { readonly kind: 'tool'; readonly label: string }

/** One cell of a table row with the header it stands under. */
export interface Cell {
  readonly header: string
  readonly value: string
}

/** A heading opens a section; `level` 1 is the outermost. */
export interface HeadingBlock {
  readonly kind: 'heading'
  readonly level: number
  readonly text: string
  readonly locator: Locator
}

/** Running text: a paragraph, a list item (marker included), one table row with its headers, or a question with its answer. */
export interface TextBlock {
  readonly kind: 'paragraph' | 'item' | 'row' | 'pair'
  readonly text: string
  readonly locator: Locator
  readonly cells?: readonly Cell[]
}

export type Block = HeadingBlock | TextBlock

/** What a reader makes of a file: its title and its blocks in reading order. */
export interface Document {
  readonly title: string
  readonly blocks: readonly Block[]
}

/** A failure a person can act on: what is wrong, and what to do next. */
export interface ReadProblem {
  readonly message: string
  readonly advice: string
}

export type ReadResult =
  { readonly ok: true; readonly document: Document } | { readonly ok: false; readonly problem: ReadProblem }

/** A file to be read: its bytes, its name, and the media type if the sender gave one. */
export interface SourceFile {
  readonly bytes: Uint8Array
  readonly name: string
  readonly mediaType?: string
}

/** Reads one format. Expected failures come back as problems; an exception is a bug of the reader or its package. */
export type Reader = (file: SourceFile) => Promise<ReadResult> | ReadResult

export const failed = (message: string, advice: string): ReadResult => ({ ok: false, problem: { message, advice } })

/** Thrown from within a reader where a file cannot be read; `readingOf` makes a result of it. */
export class Unreadable extends Error {
  constructor(
    /** What is wrong, after the file's name: "has …". */
    readonly what: string,
    readonly advice: string,
  ) {
    super(what)
  }
}

/** What a reader gives, or why the file cannot be read. */
export async function readingOf(name: string, read: () => ReadResult | Promise<ReadResult>): Promise<ReadResult> {
  try {
    return await read()
  } catch (error) {
    if (error instanceof Unreadable) return failed(`“${name}” ${error.what}`, error.advice)
    throw error
  }
}

/** A readable document, its questions joined with their answers; or the problem that nothing in it can be read. */
export function readable(title: string, blocks: readonly Block[], name: string): ReadResult {
  const hasText = blocks.some((block) => /[\p{L}\p{N}]/u.test(block.text))
  if (!hasText)
    return failed(`“${name}” holds no text.`, 'Check that the file is the right one and not empty, then add it again.')
  return { ok: true, document: { title: titleFor(title, blocks, name), blocks: withPairs(blocks) } }
}

/** Titles that programs leave behind when nobody wrote one: an empty page, an unnamed document, where the file once lay. */
const LEFT_BEHIND =
  /^(?:about:.*|(?:untitled|unbenannt|sans titre|sin título|senza titolo|naamloos|new document|document|dokument|slide|presentation|powerpoint presentation|title|titel)[\s\d.-]*|[a-z]+:\/\/\S*|.*[\\/].*\.\w{1,5}|[^\s]+\.(?:docx?|odt|rtf|pdf|indd|tex|xlsx?|pptx?|html?|tmp))$/i
/** What a word processor puts before the name of the file it printed. */
const PRINTED_BY = /^Microsoft (?:Word|PowerPoint|Excel) - /i

/** The title a document says it has, its first heading where that tells nothing, and its file name where it has neither. */
function titleFor(said: string, blocks: readonly Block[], name: string): string {
  const title = said.trim().replace(PRINTED_BY, '')
  if (title !== '' && !LEFT_BEHIND.test(title)) return title
  return blocks.find((block) => block.kind === 'heading' && block.text.trim() !== '')?.text.trim() || baseName(name)
}

/** A file name without folders and extension, as a title of last resort. */
export const baseName = (name: string): string =>
  name
    .replace(/^.*[\\/]/, '')
    .replace(/\.[a-z0-9]{1,5}$/i, '')
    .replace(/[_-]+/g, ' ')
    .trim() || name

/** Text as one line: every run of white space and soft hyphens becomes a single space. */
export const oneLine = (text: string): string =>
  text
    .replace(/\u00ad/g, '')
    .replace(/[\s\u00a0]+/g, ' ')
    .trim()
