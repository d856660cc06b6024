import type { Nodes, PhrasingContent, RootContent } from 'mdast'
import { fromMarkdown } from 'mdast-util-from-markdown'
import { gfmAutolinkLiteralFromMarkdown } from 'mdast-util-gfm-autolink-literal'
import { gfmTableFromMarkdown } from 'mdast-util-gfm-table'
import { gfmAutolinkLiteral } from 'micromark-extension-gfm-autolink-literal'
import { gfmTable } from 'micromark-extension-gfm-table'

/** A piece of a line of a reply. `from` is where its text begins in the reply, in UTF-16 units. */
export type Inline =
  | { readonly kind: 'text'; readonly text: string; readonly from: number }
  | { readonly kind: 'code'; readonly text: string; readonly from: number }
  | { readonly kind: 'strong' | 'emphasis'; readonly inlines: readonly Inline[] }
  | { readonly kind: 'link'; readonly href: string; readonly inlines: readonly Inline[] }
  /** A citation marker, with the stop after it, which must not wrap alone. */
  | { readonly kind: 'marker'; readonly marker: number; readonly stop: string }
  | { readonly kind: 'break' }

/** What a reply is made of, from top to bottom. */
export type ReplyBlock =
  | { readonly kind: 'paragraph'; readonly inlines: readonly Inline[] }
  | { readonly kind: 'heading'; readonly inlines: readonly Inline[] }
  | { readonly kind: 'list'; readonly start: number | undefined; readonly items: readonly (readonly ReplyBlock[])[] }
  | { readonly kind: 'table'; readonly rows: readonly (readonly (readonly Inline[])[])[] }
  | { readonly kind: 'code'; readonly text: string }
  | { readonly kind: 'quote'; readonly blocks: readonly ReplyBlock[] }
  | { readonly kind: 'rule' }

/** Parts of Markdown that people do not mean when they talk: what looks like them stays text. */
const NOT_MEANT = ['definition', 'htmlFlow', 'htmlText', 'codeIndented', 'setextUnderline']

const { enter, exit } = gfmAutolinkLiteralFromMarkdown()
const READ = {
  extensions: [gfmTable(), gfmAutolinkLiteral(), { disable: { null: NOT_MEANT } }],
  // Its transforms look for addresses once more in what was read, and lose the places of the text they part.
  mdastExtensions: [gfmTableFromMarkdown(), { enter, exit }],
}

/**
 * A reply, written in Markdown (CommonMark with tables and bare addresses, GFM 0.29), as blocks to draw. Nothing of it
 * is ever markup of a page: HTML stays text, a picture is its description, and a link leads only to the web, a mailbox
 * or a telephone.
 */
export function blocksOf(reply: string): ReplyBlock[] {
  // A round bullet is what people write; it is as long as the dash that Markdown knows, so places stay.
  const text = reply.replace(/^(\s*)•(?=\s)/gm, '$1-')
  return fromMarkdown(text, READ).children.flatMap(blockOf)
}

function blockOf(node: RootContent): ReplyBlock[] {
  switch (node.type) {
    case 'paragraph':
      return [{ kind: 'paragraph', inlines: node.children.flatMap(inlineOf) }]
    case 'heading':
      return [{ kind: 'heading', inlines: node.children.flatMap(inlineOf) }]
    case 'list':
      return [
        {
          kind: 'list',
          start: node.ordered ? (node.start ?? 1) : undefined,
          items: node.children.map((item) => item.children.flatMap(blockOf)),
        },
      ]
    case 'table':
      return [
        {
          kind: 'table',
          rows: node.children.map((row) => row.children.map((cell) => cell.children.flatMap(inlineOf))),
        },
      ]
    case 'code':
      return [{ kind: 'code', text: node.value }]
    case 'blockquote':
      return [{ kind: 'quote', blocks: node.children.flatMap(blockOf) }]
    case 'thematicBreak':
      return [{ kind: 'rule' }]
    default:
      return 'value' in node ? [{ kind: 'paragraph', inlines: textOf(String(node.value), offsetOf(node)) }] : []
  }
}

function inlineOf(node: PhrasingContent): Inline[] {
  switch (node.type) {
    case 'text':
      return textOf(node.value, offsetOf(node))
    case 'inlineCode':
      return [{ kind: 'code', text: node.value, from: offsetOf(node) + 1 }]
    case 'strong':
    case 'emphasis':
      return [{ kind: node.type, inlines: node.children.flatMap(inlineOf) }]
    case 'link': {
      const href = safeAddress(node.url)
      const inlines = node.children.flatMap(inlineOf)
      return href === undefined ? inlines : [{ kind: 'link', href, inlines }]
    }
    case 'break':
      return [{ kind: 'break' }]
    case 'image':
      return node.alt ? textOf(node.alt, offsetOf(node) + 2) : []
    default:
      return 'value' in node ? textOf(String(node.value), offsetOf(node)) : []
  }
}

const offsetOf = (node: Nodes): number => node.position?.start.offset ?? 0

const MARKER = /[ \t]?\[(\d{1,3})\]([.,;:!?]?)/g

/** Text parted at citation markers and at the ends of its lines. */
function textOf(value: string, from: number): Inline[] {
  const inlines: Inline[] = []
  let at = 0
  const add = (until: number) => {
    const lines = value.slice(at, until).split('\n')
    lines.forEach((line, n) => {
      if (n > 0) inlines.push({ kind: 'break' })
      if (line !== '') inlines.push({ kind: 'text', text: line, from: from + at })
      at += line.length + (n < lines.length - 1 ? 1 : 0)
    })
  }
  for (const match of value.matchAll(MARKER)) {
    add(match.index)
    inlines.push({ kind: 'marker', marker: Number(match[1]), stop: match[2]! })
    at = match.index + match[0].length
  }
  add(value.length)
  return inlines
}

/** An address a click may lead to, or undefined for any other kind. */
export function safeAddress(url: string): string | undefined {
  const address = /^www\./i.test(url) ? `https://${url}` : url
  return /^(?:https?:\/\/|mailto:|tel:)\S+$/i.test(address) ? address : undefined
}
