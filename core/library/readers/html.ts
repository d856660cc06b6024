import { Readability } from '@mozilla/readability'
import { decodeText } from '../encoding'
import { oneLine, readable, type Reader } from '../document'
import { blocksOf, depthOf, parseDom, type Dom, type Element } from './dom'

const FURNITURE =
  'nav,header,footer,aside,[role=navigation],[role=banner],[role=contentinfo],[role=search],[aria-hidden=true]'
const MIN_MAIN_TEXT = 200
/** Beyond this depth, which few pages have, finding the main text takes far longer than reading all of it. */
const DEEPEST_SCORED = 150

/**
 * HTML → document. The main text is the page's own `main` or `article`; else what Readability finds; else the body
 * without menus, head and foot. Scripts are never run and nothing is loaded.
 */
export const readHtml: Reader = (file) => {
  const html = decodeText(file.bytes, file.mediaType)
  const dom = parseDom(html)
  return readable(titleOf(dom), blocksOf(mainOf(dom, html)), file.name)
}

/** The page's title; its main heading when the title only adds the site's name to it. */
function titleOf(dom: Dom): string {
  const title = oneLine(dom.querySelector('title')?.textContent ?? '')
  const heading = oneLine(dom.querySelector('h1')?.textContent ?? '')
  return heading !== '' && (title === '' || title.startsWith(heading)) ? heading : title
}

function mainOf(dom: Dom, html: string): Element {
  const body = dom.body ?? dom.documentElement
  const marked = [...dom.querySelectorAll('main,[role=main],article')].find(
    (element) => element.textContent.trim().length > 0,
  )
  if (marked) return withoutFurniture(marked)
  const stripped = withoutFurniture(body)
  if (stripped.querySelector('h1,h2,table,ul,ol') || depthOf(html) > DEEPEST_SCORED) return stripped
  const article = new Readability(parseDom(html) as never, { charThreshold: MIN_MAIN_TEXT }).parse()
  const found = article?.content ? parseDom(`<body>${article.content}</body>`).body : undefined
  return found && found.textContent.trim().length >= MIN_MAIN_TEXT ? found : stripped
}

function withoutFurniture(root: Element): Element {
  for (const part of root.querySelectorAll(FURNITURE)) part.remove()
  const notices = [...root.querySelectorAll(NOTICE)].filter((part) => !part.querySelector('h1,main,article'))
  const size = notices.reduce((sum, part) => sum + part.textContent.length, 0)
  if (size < root.textContent.length * MOST_NOTICE) for (const part of notices) part.remove()
  return root
}

/** Notices about cookies and consent, by how they are commonly named; not where they are much of the
 * page, which is then about them. */
const NOTICE = ['cookie', 'consent', 'gdpr']
  .flatMap((word) => [`[id*=${word}]`, `[class*=${word}]`])
  .concat('[role=dialog]', '[role=alertdialog]')
  .join(',')
const MOST_NOTICE = 0.3
