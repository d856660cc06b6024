import { Document, isMap, isScalar, isSeq, LineCounter, parseDocument, type Node } from 'yaml'
import type { z } from 'zod'
import { issueInWords, type Issue } from './issues'
import type { FolderProblem } from './form'

/** Bytes a file of settings may have; a brief at all its limits has fewer. */
const MOST_BYTES = 20 * 1024 * 1024
/** Aliases in a file; none is ever written, and a few thousand can unfold into a memory full. */
const MOST_ALIASES = 20

/** A value as YAML 1.2; with `lines`, each entry of the list in one line. */
export function asYaml(value: unknown, comment: string, lines = false): string {
  const document = new Document(value)
  document.commentBefore = comment
    .split('\n')
    .map((line) => ` ${line}`)
    .join('\n')
  if (lines) for (const list of listsIn(document.contents)) for (const entry of list) entry.flow = true
  return document.toString({ lineWidth: 0, blockQuote: 'literal' })
}

/** The list a document is, or the lists that it holds. */
function listsIn(node: unknown): { flow?: boolean }[][] {
  if (isSeq(node)) return [node.items as { flow?: boolean }[]]
  return isMap(node) ? node.items.flatMap(({ value }) => (isSeq(value) ? listsIn(value) : [])) : []
}

/** A file of settings as it was read, which knows where in it each value stands. */
export class YamlFile {
  readonly #lines = new LineCounter()
  readonly #document
  readonly problems: FolderProblem[] = []
  readonly value: unknown

  constructor(
    private readonly file: string,
    bytes: Uint8Array,
  ) {
    const isTooLong = bytes.length > MOST_BYTES
    const text = new TextDecoder().decode(isTooLong ? new Uint8Array() : bytes)
    this.#document = parseDocument(text, { lineCounter: this.#lines, prettyErrors: false })
    if (isTooLong) this.problems.push({ file, message: `It is larger than ${MOST_BYTES / 1024 / 1024} MB.` })
    for (const { pos, message } of this.#document.errors)
      this.problems.push({ file, ...this.#place(pos[0]), message: `This is no YAML: ${message}` })
    if (this.problems.length > 0) return
    try {
      this.value = this.#document.toJS({ maxAliasCount: MOST_ALIASES })
    } catch {
      this.problems.push({ file, message: 'It refers to itself too often. Write the values out.' })
    }
  }

  /** The value in the form a schema gives it; undefined with the problems noted where it does not fit. */
  read<Schema extends z.ZodType>(schema: Schema): z.output<Schema> | undefined {
    if (this.problems.length > 0) return undefined
    const parsed = schema.safeParse(this.value)
    if (parsed.success) return parsed.data
    this.note(parsed.error.issues)
    return undefined
  }

  /** Notes what a schema found wrong, each at its place. */
  note(issues: readonly Issue[]): void {
    for (const issue of issues) {
      const [unknown] = issue.code === 'unrecognized_keys' ? issue.keys : []
      this.problem(unknown === undefined ? issue.path : [...issue.path, unknown], issueInWords(issue))
    }
  }

  /** Notes a problem at the place of a value. */
  problem(path: readonly PropertyKey[], message: string): void {
    this.problems.push({ file: this.file, ...this.#placeOf(path), message })
  }

  /** Where a value stands, or what comes nearest to it from above. */
  #placeOf(path: readonly PropertyKey[]): { line?: number; column?: number } {
    for (let length = path.length; length >= 0; length--) {
      const node = nodeAt(this.#document.contents, path.slice(0, length))
      if (node?.range) return this.#place(node.range[0])
    }
    return {}
  }

  #place(offset: number): { line: number; column: number } {
    const { line, col } = this.#lines.linePos(offset)
    return { line: Math.max(1, line), column: Math.max(1, col) }
  }
}

/** The node at a path; of a field its name, since that is what a person looks for. */
function nodeAt(root: unknown, path: readonly PropertyKey[]): Node | undefined {
  let node = root
  for (const [at, part] of path.entries()) {
    if (isSeq(node)) node = node.items[Number(part)]
    else if (isMap(node)) {
      const pair = node.items.find(({ key }) => isScalar(key) && key.value === part)
      node = at === path.length - 1 ? pair?.key : pair?.value
    } else return undefined
  }
  return node as Node | undefined
}
