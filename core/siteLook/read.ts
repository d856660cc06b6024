import { converter, formatHex, parse, wcagContrast } from 'culori'
import { readPage } from './page'
import { readStyles, type Styled } from './styles'

/** A page as it was fetched, with its stylesheets. */
export interface SiteParts {
  readonly url: string
  readonly html: string
  readonly sheets: readonly string[]
}

/** How a site looks, as far as an agent that stands on it would take it over. */
export interface SiteLook {
  /** Colours that stand out, the most used first, `#rrggbb`; those hard to read on the paper come last. */
  readonly accents: readonly string[]
  /** What the page is written on; null where its styles do not say. */
  readonly paper: string | null
  readonly font: 'serif' | 'sans' | null
  /** Where its logo may be, the likeliest first. */
  readonly logos: readonly string[]
}

/** A colour with less chroma than this (OKLCH) is taken for grey, and no accent. */
const LEAST_CHROMA = 0.035
/** Least contrast of text (WCAG 2.2, 1.4.3). */
const LEAST_CONTRAST = 4.5
const MOST_ACCENTS = 6

/** Where a colour stands, and how much it then counts as the site's own. */
const PLACES: readonly { readonly weight: number; readonly is: (styled: Styled) => boolean }[] = [
  { weight: 4, is: ({ property }) => /^--.*(?:brand|accent|primary|theme)/.test(property) },
  {
    weight: 4,
    is: ({ selector, property }) => isGround(property) && /button|btn|\[type=.?submit/i.test(selector),
  },
  { weight: 3, is: ({ selector, property }) => isGround(property) && /header|nav|banner|masthead/i.test(selector) },
  { weight: 3, is: ({ selector, property }) => property === 'color' && /(?:^|[\s,>])a(?:$|[:,\s])/.test(selector) },
  { weight: 1, is: ({ property }) => /^(?:color|border|outline|background|fill)/.test(property) },
]
const THEME_WEIGHT = 5

const isGround = (property: string): boolean => property === 'background' || property === 'background-color'
const isOfPage = (selector: string): boolean => /(?:^|[\s,])(?:body|html|:root)(?:$|[\s,])/.test(selector)
const toLch = converter('oklch')

/** The colours in a value, `#rrggbb`; see-through ones left out. */
function coloursIn(value: string): string[] {
  const parts = value.match(/#[0-9a-f]{3,8}\b|(?:rgb|hsl|hwb|oklch|oklab|lab|lch)a?\([^)]*\)|\b[a-z]{3,20}\b/gi) ?? []
  return parts.flatMap((part) => {
    const colour = parse(part)
    return colour && (colour.alpha ?? 1) > 0.9 ? [formatHex(colour)] : []
  })
}

/**
 * Reads from a page and its stylesheets what an agent would take over to look at home there: its standing-out colours
 * weighed by where they stand, what it is written on, serif or not, and where its logo may be.
 */
export function readSite({ url, html, sheets }: SiteParts): SiteLook {
  const page = readPage(html, url)
  const styles = readStyles([...sheets, ...page.styles])
  const paper = styles
    .filter(({ selector, property }) => isGround(property) && isOfPage(selector))
    .flatMap(({ value }) => coloursIn(value))
    .at(-1)
  const families = styles.filter(
    ({ selector, property }) => (property === 'font-family' || property === 'font') && isOfPage(selector),
  )
  return {
    accents: accentsOf(styles, page.themeColour, paper ?? '#ffffff'),
    paper: paper ?? null,
    font: fontOf(families.at(-1)?.value),
    logos: page.logos,
  }
}

function accentsOf(styles: readonly Styled[], themeColour: string, paper: string): string[] {
  const weights = new Map<string, number>()
  const count = (colour: string, weight: number) => weights.set(colour, (weights.get(colour) ?? 0) + weight)
  for (const styled of styles) {
    const place = PLACES.find(({ is }) => is(styled))
    if (place) for (const colour of coloursIn(styled.value)) count(colour, place.weight)
  }
  for (const colour of coloursIn(themeColour)) count(colour, THEME_WEIGHT)
  const isLegible = (colour: string) => wcagContrast(colour, paper) >= LEAST_CONTRAST
  return [...weights]
    .filter(([colour]) => colour !== paper && (toLch(colour)?.c ?? 0) >= LEAST_CHROMA)
    .sort(([one, a], [other, b]) => Number(isLegible(other)) - Number(isLegible(one)) || b - a)
    .map(([colour]) => colour)
    .slice(0, MOST_ACCENTS)
}

/** Serif or not, by the family that ends the list, or by the first where none of the general ones does. */
const fontOf = (families: string | undefined): SiteLook['font'] =>
  families === undefined
    ? null
    : /sans-serif|system-ui|ui-sans/i.test(families)
      ? 'sans'
      : /\bserif\b|georgia|times|garamond/i.test(families)
        ? 'serif'
        : 'sans'
