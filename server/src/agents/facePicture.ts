import sharp, { type Sharp } from 'sharp'
import { HttpProblem } from '../http/problems'

/** How large a picture may be that is uploaded, and how large it is kept: a face is never shown larger. */
export const MOST_PICTURE_BYTES = 2 * 1024 * 1024
const KEPT_PIXELS = 256
/** A picture that says it is larger than this is not opened: it may be small as a file and huge in memory. */
const MOST_PIXELS = 40_000_000

/** A logo keeps its shape within this. */
const LOGO_PIXELS = { width: 480, height: 160 }

const KINDS = ['png', 'jpeg', 'webp', 'svg']

/**
 * An uploaded picture as a face: turned upright, cropped square around its middle, and painted anew as a PNG. Of the
 * file nothing else is kept: no script of an SVG, no place where a photograph was taken. Throws a problem with words for
 * the designer when it is none of PNG, JPEG, WebP and SVG, or broken.
 */
export const facePicture = (bytes: Uint8Array, name: string): Promise<Uint8Array> =>
  paintedAnew(bytes, name, (picture) => picture.resize(KEPT_PIXELS, KEPT_PIXELS, { fit: 'cover' }))

/** The same for a logo, which keeps its shape and stays see-through. */
export const logoPicture = (bytes: Uint8Array, name: string): Promise<Uint8Array> =>
  paintedAnew(bytes, name, (picture) => picture.resize({ ...LOGO_PIXELS, fit: 'inside' }))

/** What is shown in an answer is at most so large. */
const SHOWN_PIXELS = { width: 1200, height: 900 }

/** The same for a picture that answers show: no larger than it came. */
export const shownPicture = (bytes: Uint8Array, name: string): Promise<Uint8Array> =>
  paintedAnew(bytes, name, (picture) => picture.resize({ ...SHOWN_PIXELS, fit: 'inside', withoutEnlargement: true }))

async function paintedAnew(bytes: Uint8Array, name: string, sized: (picture: Sharp) => Sharp): Promise<Uint8Array> {
  const open = () => sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error' })
  const format = await open()
    .metadata()
    .then(
      (told) => told.format,
      () => undefined,
    )
  if (format === undefined || !KINDS.includes(format))
    throw new HttpProblem(
      415,
      `“${name}” is no picture that can be used here.`,
      'Use a PNG, JPEG, WebP or SVG file that opens in a viewer.',
      { code: 'no-picture' },
    )
  try {
    return await sized(open().rotate()).png().toBuffer()
  } catch {
    throw new HttpProblem(
      415,
      `“${name}” begins like a picture, but is broken or far too large.`,
      'Open it in a viewer and save it again, smaller than 40 megapixels.',
      { code: 'no-picture' },
    )
  }
}
