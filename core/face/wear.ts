import type { FaceParts } from './words'

/** What a bird wears and what stands behind it, in the coordinates of the face: a tile of 96 × 96, the head around 52, 36. */

const INK = '#20302b'
const PALE = '#fffdf8'

export function drawHat(hat: NonNullable<FaceParts['hat']>, colour: string): string {
  switch (hat) {
    case 'cap':
      return `<path d="M34 24 q16 -18 36 0z" fill="${colour}"/><path d="M62 23 q16 -3 24 5 q-14 1 -26 -1z" fill="${colour}"/>`
    case 'sailor':
      return `<path d="M35 18 q16 -10 34 0 l-2 7 h-30z" fill="${PALE}"/><path d="M33 24 h38 v5 h-38z" fill="${PALE}" stroke="${colour}" stroke-width="2"/>`
    case 'captain':
      return `<path d="M30 18 q22 -18 44 0 l-4 8 h-36z" fill="${PALE}"/><path d="M34 25 h36 v4 h-36z" fill="#24386b"/><path d="M50 29 q14 0 24 4 q-12 3 -24 0z" fill="${INK}"/><circle cx="52" cy="19" r="3.4" fill="#d9a925"/>`
    case 'chef':
      return `<path d="M36 26 v-8 q-10 -3 -6 -11 q6 -6 12 -2 q8 -8 16 0 q9 -4 12 4 q2 8 -5 9 v8z" fill="${PALE}" stroke="#d5cfc0" stroke-width="1.4"/>`
    case 'mortarboard':
      return `<path d="M26 16 l27 -10 27 10 -27 10z" fill="${INK}"/><path d="M38 20 v9 q15 7 30 0 v-9l-15 6z" fill="${INK}"/><path d="M78 17 v13" stroke="${colour}" stroke-width="2.4"/><circle cx="78" cy="32" r="2.8" fill="${colour}"/>`
    case 'tophat':
      return `<path d="M28 25 h48 v5 h-48z" fill="${INK}"/><path d="M37 3 h30 v23 h-30z" fill="${INK}"/><path d="M37 19 h30 v5 h-30z" fill="${colour}"/>`
    case 'straw':
      return `<ellipse cx="52" cy="25" rx="31" ry="6.5" fill="#dcb95e"/><path d="M36 24 q2 -17 16 -17 q15 0 17 17z" fill="#e6c877"/><path d="M36 20 q16 6 33 0 v4 q-17 6 -33 0z" fill="${colour}"/>`
    case 'beret':
      return `<path d="M28 24 q2 -17 26 -17 q22 0 22 14 q-22 8 -48 3z" fill="${colour}"/><path d="M53 8 q0 -5 3 -6" stroke="${colour}" stroke-width="3" fill="none" stroke-linecap="round"/>`
    case 'crown':
      return `<path d="M34 26 l-3 -19 11 8 10 -12 10 12 11 -8 -3 19z" fill="#d9a925"/><circle cx="52" cy="19" r="2.6" fill="#b3382f"/><circle cx="41" cy="21" r="1.9" fill="#2f5f9a"/><circle cx="63" cy="21" r="1.9" fill="#2f5f9a"/>`
    case 'helmet':
      return `<path d="M30 27 q0 -22 22 -22 q23 0 23 22z" fill="#e2b52e"/><path d="M26 26 h54 v4.5 h-54z" fill="#c99a1c"/><path d="M52 5 v21" stroke="#c99a1c" stroke-width="4"/>`
    case 'wizard':
      return `<path d="M30 27 q14 -4 18 -26 q12 10 26 26z" fill="#4a3f86"/><path d="M25 26 q26 -7 54 0 v4 q-28 6 -54 0z" fill="#3a3170"/><path d="M50 14 l1.4 3 3.2 .3 -2.4 2.2 .7 3.2 -2.9 -1.7 -2.9 1.7 .7 -3.2 -2.4 -2.2 3.2 -.3z" fill="#f0cf6a"/>`
    case 'beanie':
      return `<path d="M33 26 q0 -20 19 -20 q20 0 20 20z" fill="${colour}"/><path d="M31 22 h43 v7 h-43z" fill="${PALE}" opacity=".85"/><circle cx="52" cy="5" r="4.4" fill="${PALE}"/>`
    case 'headphones':
      return `<path d="M32 40 q-2 -28 21 -28 q22 0 22 24" stroke="${INK}" stroke-width="4" fill="none"/><rect x="26" y="34" width="11" height="17" rx="5" fill="${colour}"/>`
    case 'bandana':
      return `<path d="M31 27 q4 -20 22 -20 q20 0 22 18 q-22 6 -44 2z" fill="${colour === '#d9a925' ? '#b3382f' : colour}"/><path d="M32 25 q-12 0 -14 8 q8 2 14 -3z" fill="#8f2a22"/><circle cx="48" cy="16" r="2" fill="${PALE}"/><circle cx="60" cy="17" r="2" fill="${PALE}"/>`
    case 'bow':
      return `<path d="M50 17 l-15 -9 v17z M50 17 l15 -9 v17z" fill="${colour}"/><circle cx="50" cy="17" r="4" fill="${colour}" stroke="${PALE}" stroke-width="1.2"/>`
    case 'flower':
      return `${[0, 72, 144, 216, 288].map((turn) => `<ellipse cx="40" cy="12" rx="4.2" ry="6.5" fill="${colour}" transform="rotate(${turn} 40 19)"/>`).join('')}<circle cx="40" cy="19" r="3.8" fill="${PALE}"/>`
  }
}

export function drawEyewear(kind: NonNullable<FaceParts['eyewear']>, colour: string): string {
  const frame = `fill="none" stroke="${colour}" stroke-width="2.8"`
  switch (kind) {
    case 'glasses':
      return `<circle cx="57" cy="40" r="12.5" ${frame}/><path d="M45 38 q-9 -3 -16 1 M69.5 38 q4 -2 7 -1" ${frame}/>`
    case 'sunglasses':
      return `<path d="M44 32 h27 q1 18 -13 18 q-14 0 -14 -18z" fill="${INK}"/><path d="M44 34 q-8 -2 -15 3 M71 34 l5 1" fill="none" stroke="${INK}" stroke-width="2.8"/><path d="M49 36 l7 9" stroke="${PALE}" stroke-width="2" opacity=".5"/>`
    case 'monocle':
      return `<circle cx="57" cy="40" r="12" fill="none" stroke="#b98a1f" stroke-width="2.8"/><path d="M57 52 q-2 18 -12 28" fill="none" stroke="#b98a1f" stroke-width="1.4"/>`
    case 'patch':
      return `<path d="M45 31 h25 q1 19 -13 19 q-12 0 -12 -19z" fill="${INK}"/><path d="M46 33 l-17 -7 M69 33 l7 -5" stroke="${INK}" stroke-width="2.4"/>`
    case 'goggles':
      return `<rect x="43" y="28" width="29" height="24" rx="11" fill="#bfe0ea" fill-opacity=".55" stroke="${colour}" stroke-width="3.2"/><path d="M43 38 l-15 -2 M72 37 l5 -1" stroke="${colour}" stroke-width="4"/>`
  }
}

export function drawNeck(kind: NonNullable<FaceParts['neck']>, colour: string): string {
  switch (kind) {
    case 'scarf':
      return `<path d="M25 66 q20 14 46 2 l2 9 q-26 14 -50 -1z" fill="${colour}"/><path d="M32 74 l-4 22 h12 l3 -17z" fill="${colour}"/><path d="M31 82 l11 2 M30 89 l11 2" stroke="${PALE}" stroke-width="2" opacity=".6"/>`
    case 'tie':
      return `<path d="M46 68 l12 -1 -3 7 4 19 -7 5 -6 -6 4 -18z" fill="${colour}"/><path d="M30 66 l18 5 -7 8z M72 64 l-18 6 8 7z" fill="${PALE}"/>`
    case 'bowtie':
      return `<path d="M52 72 l-14 -8 v16z M52 72 l14 -8 v16z" fill="${colour}"/><circle cx="52" cy="72" r="3.6" fill="${colour}" stroke="${INK}" stroke-width="1"/>`
    case 'collar':
      return `<path d="M26 66 q22 12 46 1 l4 14 -22 -6 -6 20 -8 -20 -18 8z" fill="${PALE}" stroke="${colour}" stroke-width="2.2"/>`
    case 'pearls':
      return Array.from({ length: 9 }, (_, at) => {
        const turn = (at - 4) / 4
        return `<circle cx="${48 + turn * 22}" cy="${(74 - turn * turn * 7).toFixed(1)}" r="3.2" fill="#f4f0e6" stroke="#cfc6b2" stroke-width=".8"/>`
      }).join('')
    case 'medal':
      return `<path d="M34 64 l12 16 M64 64 l-12 16" stroke="${colour}" stroke-width="5"/><circle cx="49" cy="85" r="8" fill="#d9a925" stroke="#a87b15" stroke-width="1.6"/>`
    case 'apron':
      return `<path d="M33 70 q16 8 34 0 l3 26 h-42z" fill="${PALE}"/><path d="M34 70 q-3 -8 -6 -10 M67 70 q4 -6 5 -10" stroke="${PALE}" stroke-width="3.4" fill="none"/><path d="M40 84 h18 v8 h-18z" fill="none" stroke="${colour}" stroke-width="1.8"/>`
    case 'stethoscope':
      return `<path d="M33 64 q2 20 15 20 q14 0 16 -20" stroke="#3b4a52" stroke-width="3" fill="none"/><path d="M48 84 v5" stroke="#3b4a52" stroke-width="3"/><circle cx="48" cy="91" r="4.6" fill="#cfd8dc" stroke="#3b4a52" stroke-width="1.6"/>`
  }
}

export function drawScene(scene: NonNullable<FaceParts['scene']>, back: string): string {
  switch (scene) {
    case 'sea':
      return '<path d="M0 62 q12 -7 24 0 t24 0 t24 0 t24 0 v34 h-96z" fill="#6fa3bd" opacity=".75"/><path d="M0 76 q12 -7 24 0 t24 0 t24 0 t24 0 v20 h-96z" fill="#4f8aa8" opacity=".8"/>'
    case 'night':
      return `<rect width="96" height="96" fill="#2b3560"/><path d="M18 14 a12 12 0 1 0 12 18 a10 10 0 0 1 -12 -18z" fill="#f0e2a8"/>${[
        [76, 14],
        [86, 34],
        [66, 8],
        [10, 52],
        [88, 66],
      ]
        .map(([x, y]) => `<circle cx="${x}" cy="${y}" r="1.6" fill="#fffdf8"/>`)
        .join('')}`
    case 'sun':
      return '<circle cx="17" cy="18" r="11" fill="#f2c14e"/><path d="M17 1 v-4 M17 33 v7 M0 18 h-3 M33 18 h6 M29 6 l4 -4 M29 30 l4 4 M5 30 l-4 4" stroke="#f2c14e" stroke-width="3" stroke-linecap="round"/>'
    case 'leaves':
      return [
        [8, 20, -30],
        [14, 56, 20],
        [88, 18, 40],
        [90, 70, -20],
        [78, 88, 10],
      ]
        .map(
          ([x, y, turn]) =>
            `<path d="M${x} ${y} q-9 -12 0 -22 q9 10 0 22z" fill="#5f9468" opacity=".8" transform="rotate(${turn} ${x} ${y})"/>`,
        )
        .join('')
    case 'snow':
      return [
        [10, 14],
        [24, 34],
        [8, 58],
        [18, 82],
        [84, 12],
        [90, 40],
        [80, 66],
        [90, 88],
        [70, 4],
      ]
        .map(([x, y], at) => `<circle cx="${x}" cy="${y}" r="${at % 2 ? 2.2 : 3}" fill="#fffdf8"/>`)
        .join('')
    case 'hills':
      return '<path d="M-6 96 l28 -44 20 26 16 -34 44 52z" fill="#7f9c86" opacity=".7"/><path d="M22 52 l6 9 -5 3 -6 -4z M58 44 l7 9 -6 4 -6 -5z" fill="#fffdf8" opacity=".9"/>'
    case 'books':
      return [
        [2, '#8a5a44'],
        [10, '#4f6f8a'],
        [18, '#b98a1f'],
        [78, '#5f7d4f'],
        [86, '#8f4a5c'],
      ]
        .map(([x, fill]) => `<rect x="${x}" y="8" width="7" height="80" fill="${fill}" opacity=".75"/>`)
        .join('')
    case 'rain':
      return [
        [10, 10],
        [22, 30],
        [8, 50],
        [18, 74],
        [86, 10],
        [78, 30],
        [90, 54],
        [82, 78],
      ]
        .map(([x, y]) => `<path d="M${x} ${y} l-3 9" stroke="#5f8aa3" stroke-width="2.4" stroke-linecap="round"/>`)
        .join('')
    default:
      return back
  }
}
