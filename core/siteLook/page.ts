import { parseHTML } from 'linkedom'

/** What a page says of its look beside its styles. */
export interface PageLook {
  /** The colour it gives browsers for their own frame. */
  readonly themeColour: string
  /** Styles written into the page, those of single elements as rules of their own. */
  readonly styles: readonly string[]
  /** Where a logo may be, the likeliest first: addresses, or `data:` addresses of drawings within the page. */
  readonly logos: readonly string[]
}

const open = (html: string) => parseHTML(html).document

/** The addresses of a page's stylesheets, whole, in their order; those for paper left out. */
export function stylesheetsOf(html: string, url: string): readonly string[] {
  return [...open(html).querySelectorAll('link[rel~="stylesheet"][href]')]
    .filter((link) => !/print/.test(link.getAttribute('media') ?? ''))
    .flatMap((link) => whole(link.getAttribute('href'), url))
}

/** Where a site shows its own sign, the likeliest first. */
const LOGOS: readonly (readonly [selector: string, attribute: string])[] = [
  ['img[class*="logo" i], img[id*="logo" i], img[alt*="logo" i], img[src*="logo" i]', 'src'],
  ['header img, [role="banner"] img', 'src'],
  ['link[rel~="apple-touch-icon"]', 'href'],
  ['link[rel~="icon"][type*="svg"]', 'href'],
  ['link[rel~="icon"]', 'href'],
]
/** An inline drawing larger than this is a picture, no sign. */
const MOST_DRAWING = 20_000
const STYLED = 'body[style], header[style], header [style], nav[style], button[style], a[style]'

/** Reads what a page shows of its look. */
export function readPage(html: string, url: string): PageLook {
  const page = open(html)
  const drawings = [...page.querySelectorAll('header svg, [class*="logo" i] svg, svg[class*="logo" i]')]
    .map((svg) => withNamespace(svg.outerHTML))
    .filter((text) => text.length <= MOST_DRAWING)
    .map((text) => `data:image/svg+xml,${encodeURIComponent(text)}`)
  const named = LOGOS.flatMap(([selector, attribute]) =>
    [...page.querySelectorAll(selector)].flatMap((found) => whole(found.getAttribute(attribute), url)),
  )
  return {
    themeColour: page.querySelector('meta[name="theme-color"]')?.getAttribute('content') ?? '',
    styles: [
      ...[...page.querySelectorAll('style')].map((style) => style.textContent ?? ''),
      ...[...page.querySelectorAll(STYLED)].map(
        (found) => `${found.localName} { ${found.getAttribute('style') ?? ''} }`,
      ),
    ],
    logos: [...new Set([...named.slice(0, 1), ...drawings, ...named.slice(1)])],
  }
}

const whole = (address: string | null, url: string): string[] =>
  address && URL.canParse(address, url) ? [new URL(address, url).href] : []

const withNamespace = (svg: string): string =>
  svg.includes('xmlns=') ? svg : svg.replace('<svg', '<svg xmlns="http://www.w3.org/2000/svg"')
