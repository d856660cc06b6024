import { contentStems, quantitiesIn } from '@parrot/core/text'

/** What can be drawn, each as shapes in a field of 100 by 100 whose ground is at 80; `fill` is its colour. */
const THINGS: readonly { readonly names: string; readonly fill: string; readonly draw: (fill: string) => string }[] = [
  {
    names: 'boat ship ferry',
    fill: '#12476b',
    draw: (fill) =>
      `<path d="M10 70 h80 l-12 18 h-56z" fill="${fill}"/><path d="M34 52 h34 v18 h-34z" fill="#fbf8f2"/><path d="M48 36 h8 v16 h-8z" fill="#b3372b"/>`,
  },
  {
    names: 'house home quay office',
    fill: '#c4701f',
    draw: (fill) =>
      `<path d="M22 50 h56 v34 h-56z" fill="#f4e3a1"/><path d="M16 52 l34 -26 34 26z" fill="${fill}"/><path d="M44 64 h14 v20 h-14z" fill="#5e4a32"/>`,
  },
  {
    names: 'tree bush forest',
    fill: '#1f6f5c',
    draw: (fill) => `<path d="M46 56 h8 v28 h-8z" fill="#6b4a2b"/><circle cx="50" cy="42" r="24" fill="${fill}"/>`,
  },
  {
    names: 'dog puppy cat animal',
    fill: '#8a5a34',
    draw: (fill) =>
      `<path d="M24 58 h44 v16 h-44z" fill="${fill}"/><circle cx="72" cy="52" r="12" fill="${fill}"/><path d="M28 74 h6 v12 h-6z M58 74 h6 v12 h-6z M22 58 l-10 -12 4 16z M66 42 l4 -10 6 10z" fill="${fill}"/>`,
  },
  {
    names: 'bike bicycle cycle',
    fill: '#20302b',
    draw: (fill) =>
      `<g fill="none" stroke="${fill}" stroke-width="4"><circle cx="28" cy="70" r="15"/><circle cx="72" cy="70" r="15"/><path d="M28 70 l14 -24 h22 l8 24 M42 46 l10 24 h-24 M60 40 h10"/></g>`,
  },
  {
    names: 'rope knot line',
    fill: '#b88a4a',
    draw: (fill) =>
      `<path d="M10 62 q20 -30 40 0 t40 0 M20 74 q30 -44 60 -4" fill="none" stroke="${fill}" stroke-width="7" stroke-linecap="round"/>`,
  },
  {
    names: 'person man woman child deckhand crew passenger',
    fill: '#3a6ea5',
    draw: (fill) =>
      `<circle cx="50" cy="34" r="11" fill="#e8c39e"/><path d="M36 48 h28 l4 26 h-36z" fill="${fill}"/><path d="M40 74 h8 v14 h-8z M53 74 h8 v14 h-8z" fill="#20302b"/>`,
  },
]
const ANY = { names: '', fill: '#5e6b64', draw: (fill: string) => `<path d="M24 52 h52 v32 h-52z" fill="${fill}"/>` }
const COLOURS: Readonly<Record<string, string>> = {
  red: '#b3372b',
  green: '#1f6f5c',
  blue: '#12476b',
  yellow: '#d9a925',
  black: '#20302b',
  white: '#f4f1ea',
  orange: '#c4701f',
  brown: '#6b4a2b',
}
const MOST = 6
const WIDTH = 640
const HEIGHT = 400

/**
 * A picture of what a description names, as SVG: the things it knows, as many as it says, in the colours it says, on land or
 * water by day or night. The same description gives the same picture.
 */
export function drawingOf(description: string): string {
  const said = contentStems(description)
  const words =
    description
      .toLowerCase()
      .match(/\p{L}+/gu)
      ?.map(String) ?? []
  const known = THINGS.filter(({ names }) => [...contentStems(names)].some((stem) => said.has(stem)))
  const things = (known.length > 0 ? known : [ANY]).flatMap((thing) => {
    const many = quantitiesIn(description).find(({ of }) => of.some((stem) => contentStems(thing.names).has(stem)))
    return Array.from({ length: Math.min(MOST, Math.max(1, Math.round(many?.amount ?? 1))) }, () => thing)
  })
  const fillFor = (names: string): string | undefined => {
    const at = words.findIndex((word) => [...contentStems(word)].some((stem) => contentStems(names).has(stem)))
    return at > 0 ? COLOURS[words[at - 1]!] : undefined
  }
  const shown = things.slice(0, MOST)
  const isNight = words.includes('night')
  const isWater = ['sea', 'water', 'boat', 'ferry', 'ship', 'harbour'].some((word) => words.includes(word))
  const size = Math.min(220, (WIDTH - 40) / shown.length)
  const placed = shown.map(({ names, fill, draw }, at) => {
    const x = 20 + at * ((WIDTH - 40) / shown.length)
    return `<g transform="translate(${x} ${HEIGHT * 0.8 - size * 0.8}) scale(${size / 100})">${draw(fillFor(names) ?? fill)}</g>`
  })
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}" viewBox="0 0 ${WIDTH} ${HEIGHT}"><rect width="${WIDTH}" height="${HEIGHT}" fill="${isNight ? '#22304a' : '#dce9f2'}"/><circle cx="560" cy="70" r="34" fill="${isNight ? '#f4f1ea' : '#f2c14e'}"/><rect y="${HEIGHT * 0.8}" width="${WIDTH}" height="${HEIGHT * 0.2}" fill="${isWater ? '#3f7f9f' : '#9cb87f'}"/>${placed.join('')}</svg>`
}
