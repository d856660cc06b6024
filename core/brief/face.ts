/**
 * A face drawn from a seed: the same seed always gives the same bird. Our own drawing, as a self-contained SVG of
 * `size` × `size` user units, with no scripts, links or outside references.
 */
export function drawFace(seed: string, size = 96): string {
  const pick = picker(seed)
  const [back, body, wing, beak] = pick(PALETTES)
  const tilt = pick([-8, -4, 0, 4, 8])
  const eye = pick([5.2, 6, 6.8])
  const brow = pick(['M50 30 q7 -5 13 -1', 'M50 29 q8 -2 13 3', 'M51 31 q6 -6 12 -4'])
  const crest = pick([
    'M44 20 q-4 -14 8 -16 q-3 8 4 14z',
    'M40 21 q-12 -8 -8 -17 q4 9 14 11z M50 18 q-2 -11 6 -15 q0 8 4 13z',
    'M38 22 q-8 -4 -10 -14 q10 4 18 8z',
    'M46 19 q2 -12 14 -13 q-6 6 -6 14z',
  ])
  const chest = pick([
    `<path d="M34 66 q12 8 26 2 M32 75 q14 8 30 2" stroke="${back}" stroke-width="3" fill="none" stroke-linecap="round"/>`,
    `<circle cx="42" cy="70" r="2.6" fill="${back}"/><circle cx="53" cy="72" r="2.6" fill="${back}"/><circle cx="47" cy="80" r="2.6" fill="${back}"/>`,
    `<path d="M30 60 q18 16 36 4 l-2 8 q-16 10 -32 -2z" fill="${back}" opacity=".8"/>`,
  ])
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${size}" height="${size}" viewBox="0 0 96 96" role="img" aria-hidden="true">`,
    `<rect width="96" height="96" rx="30" fill="${back}"/>`,
    `<g transform="rotate(${tilt} 48 56)">`,
    `<path d="${crest}" fill="${wing}"/>`,
    `<path d="M24 96 q-4 -34 4 -52 q6 -26 28 -26 q20 0 20 24 q0 20 -8 30 q-4 8 -4 24z" fill="${body}"/>`,
    `<path d="M24 96 q-2 -22 4 -34 q14 8 16 34z" fill="${wing}"/>`,
    chest,
    `<path d="M72 36 q16 2 14 16 q-2 7 -9 8 q3 -8 -6 -11z" fill="${beak}"/>`,
    `<path d="M74 50 q4 2 4 7" stroke="#20302b" stroke-width="1.6" fill="none" stroke-linecap="round" opacity=".5"/>`,
    `<circle cx="57" cy="40" r="${eye + 4}" fill="#fffdf8"/><circle cx="58" cy="40" r="${eye}" fill="#20302b"/>`,
    `<circle cx="${60}" cy="${38}" r="1.9" fill="#fffdf8"/>`,
    `<path d="${brow}" stroke="${wing}" stroke-width="3" fill="none" stroke-linecap="round"/>`,
    '</g></svg>',
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

/** Picks from lists by a seed: FNV-1a over the seed, then one xorshift step a pick. */
function picker(seed: string): <T>(from: readonly T[]) => T {
  let state = 2166136261
  for (const char of seed.trim().toLowerCase()) state = Math.imul(state ^ char.codePointAt(0)!, 16777619)
  return (from) => {
    state ^= state << 13
    state ^= state >>> 17
    state ^= state << 5
    return from[(state >>> 0) % from.length]!
  }
}
