/**
 * Bytes as text: by byte-order mark, then the charset the sender or the page names, then UTF-8 when the bytes are
 * valid UTF-8, and Windows-1252 otherwise (what unlabelled Western files are in practice; WHATWG Encoding's fallback).
 */
export function decodeText(bytes: Uint8Array, mediaType = ''): string {
  const marked = byteOrderMark(bytes)
  if (marked) return decode(bytes, marked)
  const named = /charset\s*=\s*["']?([\w.:-]+)/i.exec(mediaType)?.[1] ?? charsetInPage(bytes)
  if (named) {
    try {
      return decode(bytes, named)
    } catch {
      // An unknown charset name: fall through to what the bytes say themselves.
    }
  }
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    return decode(bytes, 'windows-1252')
  }
}

function decode(bytes: Uint8Array, charset: string): string {
  const decoder = new TextDecoder(charset)
  const text = decoder.decode(bytes)
  return decoder.encoding === 'windows-1252'
    ? text.replace(/[\u0080-\u009f]/g, (char) => HIGH[char.charCodeAt(0) - 0x80]!)
    : text
}

/** What bytes 0x80 to 0x9F mean in Windows-1252 (WHATWG Encoding, index windows-1252); Node leaves them as control characters. */
const HIGH = '€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008dŽ\u008f\u0090‘’“”•–—˜™š›œ\u009džŸ'

function byteOrderMark(bytes: Uint8Array): string | undefined {
  if (bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf) return 'utf-8'
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return 'utf-16le'
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return 'utf-16be'
  return undefined
}

/** HTML declares its charset within the first 1024 bytes (HTML Living Standard, 4.2.5.4). */
function charsetInPage(bytes: Uint8Array): string | undefined {
  const head = decode(bytes.subarray(0, 1024), 'windows-1252')
  return /<meta[^>]+charset\s*=\s*["']?([\w.:-]+)/i.exec(head)?.[1]
}

/** Whether bytes look like text at all: a NUL outside UTF-16 means a binary file. */
export function isBinary(bytes: Uint8Array): boolean {
  return byteOrderMark(bytes) === undefined && bytes.subarray(0, 4096).includes(0)
}
