/** One file of a ZIP as its central directory lists it. */
export interface ListedFile {
  readonly name: string
  /** 0: as it is; 8: deflated (RFC 1951). Others are not read. */
  readonly method: number
  readonly isEncrypted: boolean
  /** Its bytes as they lie in the package. */
  readonly packed: Uint8Array
}

const END = 0x06054b50
const END_64 = 0x06064b50
const LISTED = 0x02014b50
const LOCAL = 0x04034b50
/** The end record and the longest comment behind it. */
const TAIL = 22 + 65_535
const MORE = 0xffffffff
/** Kind of the extra field that holds sizes and places of 64 bits. */
const WIDE = 1

/**
 * The files of a ZIP by its central directory (APPNOTE 6.3.10, 4.3). A package is never read from the front: what is packed
 * in it may look like the beginning of a file. Undefined where the directory is missing or leads outside the package.
 */
export function directoryOf(bytes: Uint8Array): ListedFile[] | undefined {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  try {
    const files: ListedFile[] = []
    let { at, count } = endOf(view)
    for (; count > 0; count--) {
      if (view.getUint32(at, true) !== LISTED) return undefined
      const [nameLength, extraLength, commentLength] = [28, 30, 32].map((place) => view.getUint16(at + place, true))
      const extra = at + 46 + nameLength!
      const { size, offset } = placeOf(view, at, extra, extraLength!)
      if (view.getUint32(offset, true) !== LOCAL) return undefined
      const start = offset + 30 + view.getUint16(offset + 26, true) + view.getUint16(offset + 28, true)
      if (start + size > bytes.length) return undefined
      files.push({
        name: nameOf(bytes.subarray(at + 46, extra), view.getUint16(at + 8, true)),
        method: view.getUint16(at + 10, true),
        isEncrypted: (view.getUint16(at + 8, true) & 1) !== 0,
        packed: bytes.subarray(start, start + size),
      })
      at = extra + extraLength! + commentLength!
    }
    return files
  } catch (error) {
    if (error instanceof RangeError) return undefined
    throw error
  }
}

/** Where the directory begins, and how many files it lists. */
function endOf(view: DataView): { at: number; count: number } {
  for (let at = view.byteLength - 22; at >= Math.max(0, view.byteLength - TAIL); at--) {
    if (view.getUint32(at, true) !== END) continue
    const [count, start] = [view.getUint16(at + 10, true), view.getUint32(at + 16, true)]
    if (start !== MORE && count !== 0xffff) return { at: start, count }
    const wide = Number(view.getBigUint64(at - 20 + 8, true))
    if (view.getUint32(wide, true) !== END_64) throw new RangeError()
    return { at: Number(view.getBigUint64(wide + 48, true)), count: Number(view.getBigUint64(wide + 32, true)) }
  }
  throw new RangeError()
}

/** Size and place of a file; those that do not fit into 32 bits stand in its extra fields, in a fixed order. */
function placeOf(view: DataView, at: number, extra: number, length: number): { size: number; offset: number } {
  let [size, offset] = [view.getUint32(at + 20, true), view.getUint32(at + 42, true)]
  const unpacked = view.getUint32(at + 24, true)
  for (let field = extra; field + 4 <= extra + length; field += 4 + view.getUint16(field + 2, true)) {
    if (view.getUint16(field, true) !== WIDE) continue
    let next = field + 4
    const wide = () => Number(view.getBigUint64((next += 8) - 8, true))
    if (unpacked === MORE) wide()
    if (size === MORE) size = wide()
    if (offset === MORE) offset = wide()
  }
  return { size, offset }
}

/** Names are UTF-8 where the package says so; else each byte is a sign (in truth of code page 437, alike in plain names). */
const nameOf = (bytes: Uint8Array, flags: number): string =>
  new TextDecoder((flags & 0x800) === 0 && !isUtf8(bytes) ? 'latin1' : 'utf-8').decode(bytes)

function isUtf8(bytes: Uint8Array): boolean {
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(bytes)
    return true
  } catch {
    return false
  }
}
