import { drawEyewear, drawHat, drawNeck, drawScene } from './wear'
import { readFace, type FaceReading } from './read'
import { COLOURS, type FaceParts } from './words'

/**
 * A face drawn from a phrase: what the phrase asks for is drawn ("a cheerful sailor with a red scarf"), the rest chosen
 * by the phrase itself, so that the same phrase always gives the same bird and each has its own. Our own drawing, as a
 * self-contained SVG of `size` × `size` user units, with no scripts, links or outside references.
 */
export const drawFace = (phrase: string, size = 96): string => drawReading(readFace(phrase), phrase, size)

/** What was read of a phrase, drawn; what it does not ask for is chosen by `seed`. */
export function drawReading({ parts, colours }: FaceReading, seed: string, size: number): string {
  const pick = picker(seed)
  const [ownBack, ownBody, ownWing, ownBeak] = pick(PALETTES)
  const [body, quiet] = parts.body ? COLOURS[parts.body]! : [ownBody, ownBack]
  const back = parts.back ?? quiet
  const wing = parts.body ? mixed(body, '#14201c', 0.32) : ownWing
  const beak = colours.beak ? COLOURS[colours.beak]![0] : parts.body ? beakBeside(parts.body) : ownBeak
  const tilt = pick([-8, -4, 0, 4, 8])
  const eye = pick([5.2, 6, 6.8])
  const crest = parts.hat && parts.hat !== 'headphones' && !parts.crest ? 'none' : (parts.crest ?? pick(CRESTS))
  const pattern = parts.pattern ?? (parts.neck ? 'plain' : pick(['bands', 'spotted', 'bib'] as const))
  const accent = (part: 'hat' | 'neck' | 'eyewear', usual: string) =>
    colours[part] ? COLOURS[colours[part]!]![0] : usual
  const scale = parts.build === 'big' ? 1.08 : parts.build === 'small' ? 0.86 : 1
  const wide = parts.build === 'round' ? 1.1 : parts.build === 'slim' ? 0.88 : 1
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${size}" height="${size}" viewBox="0 0 96 96" role="img" aria-hidden="true">`,
    '<defs><clipPath id="tile"><rect width="96" height="96" rx="30"/></clipPath></defs>',
    `<g clip-path="url(#tile)"><rect width="96" height="96" fill="${back}"/>`,
    parts.scene ? drawScene(parts.scene, back) : '',
    `<g transform="translate(48 96) scale(${scale * wide} ${scale}) translate(-48 -96) rotate(${tilt} 48 56)">`,
    CREST_DRAWN[crest](colours.crest ? COLOURS[colours.crest]![0] : wing),
    `<path d="M24 96 q-4 -34 4 -52 q6 -26 28 -26 q20 0 20 24 q0 20 -8 30 q-4 8 -4 24z" fill="${body}"/>`,
    `<path d="M24 96 q-2 -22 4 -34 q14 8 16 34z" fill="${wing}"/>`,
    PATTERN_DRAWN[pattern](back, wing),
    drawBeak(parts.beak, beak),
    drawEyes(parts.mood, eye, wing, pick(BROWS)),
    drawExtra(parts.extra, wing),
    parts.eyewear ? drawEyewear(parts.eyewear, accent('eyewear', '#20302b')) : '',
    parts.neck ? drawNeck(parts.neck, accent('neck', contrast(body))) : '',
    parts.hat ? drawHat(parts.hat, accent('hat', contrast(body))) : '',
    '</g></g></svg>',
  ].join('')
}

/** Background, body, wing, beak: quiet plumage colours that stand clear of the paper. */
const PALETTES = [
  ['#cfe3d6', '#1f6f5c', '#174f43', '#e0a33a'],
  ['#f0dcc0', '#b3562f', '#823a1f', '#3b3a36'],
  ['#d3e0ec', '#2f5f8a', '#21435f', '#e3b04b'],
  ['#ead9e4', '#7a3f68', '#552a48', '#e2a15b'],
  ['#e6e3c4', '#7b7a2c', '#54541c', '#c4622d'],
  ['#d8dfe2', '#4d5d66', '#333f46', '#d9903d'],
  ['#f3dcd3', '#a8443c', '#772c27', '#eab765'],
  ['#d2e6e6', '#2b7a7d', '#1b5557', '#f0b95a'],
] as const

const WARM = new Set(['red', 'scarlet', 'orange', 'amber', 'yellow', 'gold', 'pink', 'cream', 'white'])
const beakBeside = (body: string): string => (WARM.has(body) ? '#3b3a36' : '#e3a63d')
/** A colour that stands clear of the feathers. */
const contrast = (body: string): string => (brightness(body) > 0.45 ? '#24386b' : '#d9a925')

const channels = (hex: string): number[] => [1, 3, 5].map((at) => Number.parseInt(hex.slice(at, at + 2), 16))
/** Relative brightness 0..1 by the weights of ITU-R BT.601. */
const brightness = (hex: string): number => {
  const [red = 0, green = 0, blue = 0] = channels(hex)
  return (0.299 * red + 0.587 * green + 0.114 * blue) / 255
}
const mixed = (hex: string, other: string, share: number): string =>
  `#${channels(hex)
    .map((value, at) => Math.round(value * (1 - share) + channels(other)[at]! * share))
    .map((value) => value.toString(16).padStart(2, '0'))
    .join('')}`

const CRESTS = ['tuft', 'plume', 'fringe', 'spikes'] as const
const CREST_DRAWN: Readonly<Record<NonNullable<FaceParts['crest']>, (fill: string) => string>> = {
  none: () => '',
  tuft: (fill) => `<path d="M44 20 q-4 -14 8 -16 q-3 8 4 14z" fill="${fill}"/>`,
  plume: (fill) => `<path d="M40 21 q-12 -8 -8 -17 q4 9 14 11z M50 18 q-2 -11 6 -15 q0 8 4 13z" fill="${fill}"/>`,
  fringe: (fill) => `<path d="M38 22 q-8 -4 -10 -14 q10 4 18 8z M46 20 q-3 -6 1 -12 q4 5 6 10z" fill="${fill}"/>`,
  spikes: (fill) => `<path d="M36 26 l-6 -14 10 8 1 -15 8 12 6 -14 4 14 9 -8 -4 14z" fill="${fill}"/>`,
  curls: (fill) =>
    [36, 44, 53, 61]
      .map((x, at) => `<circle cx="${x}" cy="${at % 3 === 0 ? 23 : 18}" r="6.5" fill="${fill}"/>`)
      .join(''),
}

const PATTERN_DRAWN: Readonly<
  Record<NonNullable<FaceParts['pattern']> | 'bands' | 'bib', (back: string, wing: string) => string>
> = {
  plain: () => '',
  bands: (back) =>
    `<path d="M34 66 q12 8 26 2 M32 75 q14 8 30 2" stroke="${back}" stroke-width="3" fill="none" stroke-linecap="round"/>`,
  spotted: (back) =>
    [
      [40, 68],
      [51, 70],
      [45, 78],
      [56, 80],
      [36, 84],
      [49, 88],
    ]
      .map(([x, y]) => `<circle cx="${x}" cy="${y}" r="2.7" fill="${back}"/>`)
      .join(''),
  striped: (back) =>
    `<path d="M33 62 q14 8 32 1 M31 71 q16 9 34 1 M30 80 q16 9 33 1 M29 89 q16 9 32 1" stroke="${back}" stroke-width="3.2" fill="none" stroke-linecap="round"/>`,
  bib: (back) => `<path d="M30 60 q18 16 36 4 l-2 8 q-16 10 -32 -2z" fill="${back}" opacity=".8"/>`,
}

function drawBeak(kind: FaceParts['beak'], fill: string): string {
  const shape =
    kind === 'large'
      ? 'M70 32 q22 0 20 24 q-3 9 -13 10 q5 -12 -7 -16z'
      : kind === 'small'
        ? 'M73 40 q11 1 10 11 q-2 5 -7 5 q2 -6 -4 -8z'
        : 'M72 36 q16 2 14 16 q-2 7 -9 8 q3 -8 -6 -11z'
  const hook = kind === 'hooked' ? `<path d="M85 50 q3 8 -6 13 q3 -6 -1 -9z" fill="${fill}"/>` : ''
  return `<path d="${shape}" fill="${fill}"/>${hook}<path d="M74 50 q4 2 4 7" stroke="#20302b" stroke-width="1.6" fill="none" stroke-linecap="round" opacity=".5"/>`
}

const BROWS = ['M50 30 q7 -5 13 -1', 'M50 29 q8 -2 13 3', 'M51 31 q6 -6 12 -4'] as const
const MOOD_BROWS: Readonly<Partial<Record<NonNullable<FaceParts['mood']>, string>>> = {
  happy: 'M50 28 q7 -6 13 -1',
  calm: 'M50 30 q7 -3 13 0',
  stern: 'M49 27 l14 6',
  sleepy: 'M50 31 q7 -2 13 1',
  surprised: 'M50 25 q7 -7 13 -2',
  sad: 'M50 33 q6 -7 13 -5',
  winking: 'M50 28 q7 -6 13 -1',
  shy: 'M50 31 q6 -5 12 -3',
}

function drawEyes(mood: FaceParts['mood'], radius: number, wing: string, ownBrow: string): string {
  const brow = `<path d="${(mood && MOOD_BROWS[mood]) ?? ownBrow}" stroke="${wing}" stroke-width="3" fill="none" stroke-linecap="round"/>`
  const white = `<circle cx="57" cy="40" r="${radius + 4}" fill="#fffdf8"/>`
  if (mood === 'winking')
    return `${white}<path d="M49 41 q8 6 16 0" stroke="#20302b" stroke-width="3.4" fill="none" stroke-linecap="round"/>${brow}`
  if (mood === 'happy')
    return `${white}<path d="M50 43 q7 -9 14 0" stroke="#20302b" stroke-width="4" fill="none" stroke-linecap="round"/><path d="M66 60 q6 4 10 -1" stroke="#20302b" stroke-width="2" fill="none" stroke-linecap="round" opacity=".6"/>${brow}`
  const size = mood === 'surprised' ? radius * 0.72 : radius
  const [x, y] = mood === 'shy' ? [55, 43] : mood === 'sad' ? [58, 42] : [58, 40]
  const lid =
    mood === 'sleepy'
      ? `<path d="M${57 - radius - 4} 40 a${radius + 4} ${radius + 4} 0 0 1 ${2 * (radius + 4)} 0z" fill="${wing}"/>`
      : mood === 'stern'
        ? `<path d="M${57 - radius - 4} 35 l${2 * (radius + 4)} 3 v-9 h-${2 * (radius + 4)}z" fill="${wing}" opacity=".95"/>`
        : ''
  const tear = mood === 'sad' ? '<path d="M53 52 q-4 6 0 9 q4 -3 0 -9z" fill="#7fb3d5"/>' : ''
  return `${white}<circle cx="${x}" cy="${y}" r="${size}" fill="#20302b"/><circle cx="${x + 2}" cy="${y - 2}" r="1.9" fill="#fffdf8"/>${lid}${tear}${brow}`
}

function drawExtra(extra: FaceParts['extra'], wing: string): string {
  switch (extra) {
    case 'beard':
      return `<path d="M58 58 q12 2 18 4 q-2 18 -14 18 q-9 -6 -4 -22z" fill="#efeae0"/>`
    case 'moustache':
      return `<path d="M62 58 q7 -5 13 0 q6 4 10 -1 q-1 8 -11 6 q-9 3 -12 -5z" fill="${wing}"/>`
    case 'freckles':
      return [
        [48, 52],
        [53, 55],
        [47, 57],
        [58, 53],
      ]
        .map(([x, y]) => `<circle cx="${x}" cy="${y}" r="1.3" fill="${wing}"/>`)
        .join('')
    case 'blush':
      return '<circle cx="50" cy="54" r="5.5" fill="#e8897a" opacity=".65"/>'
    default:
      return ''
  }
}

/** Picks from lists by a phrase: FNV-1a over it, then one xorshift step a pick. */
function picker(phrase: string): <T>(from: readonly T[]) => T {
  let state = 2166136261
  for (const char of phrase.trim().toLowerCase()) state = Math.imul(state ^ char.codePointAt(0)!, 16777619)
  return (from) => {
    state ^= state << 13
    state ^= state >>> 17
    state ^= state << 5
    return from[(state >>> 0) % from.length]!
  }
}
