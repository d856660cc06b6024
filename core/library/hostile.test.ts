import fc from 'fast-check'
import { strFromU8, strToU8, unzipSync, Zip, ZipDeflate, ZipPassThrough, zipSync } from 'fflate'
import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { CUTTING, passagesOf, read, unpack } from './index'

/** Entities that name each other ten times over: a parser that follows them would make a thousand million words. */
const BOMB = `<!DOCTYPE bomb [<!ENTITY a0 "ha">${Array.from(
  { length: 9 },
  (_, at) => `<!ENTITY a${at + 1} "${`&a${at};`.repeat(10)}">`,
).join('')}]>`

const file = (name: string) => new Uint8Array(readFileSync(new URL(`../../demo/files/${name}`, import.meta.url)))

/** A package with the bomb put into one of its parts, and set off in its text. */
function armed(packed: Uint8Array, part: RegExp): Uint8Array {
  const parts = unzipSync(packed)
  const name = Object.keys(parts).find((each) => part.test(each))!
  const xml = strFromU8(parts[name]!).replace(/^(?:<\?xml[^>]*\?>)?/, (head) => `${head}${BOMB}`)
  parts[name] = strToU8(xml.replace(/>([A-Z][^<>]{2,})</, '>$1 &a9;<'))
  return zipSync(parts)
}

const HTML = `${BOMB}<html><body><main><h1>Rules</h1><p>Water is free. &a9;</p></main></body></html>`

describe('entity bombs', () => {
  it.each([
    ['page.html', strToU8(HTML)],
    ['luggage.docx', armed(file('luggage-bikes-and-pets.docx'), /word\/document\.xml$/)],
    ['fares.xlsx', armed(file('fares.xlsx'), /sharedStrings\.xml$|sheet1\.xml$/)],
    ['first-day.pptx', armed(file('first-day-on-deck.pptx'), /slide1\.xml$/)],
    ['deck-safety.epub', armed(file('deck-safety.epub'), /\.xhtml$/)],
  ])('%s gives its text or a reason, and never what the bomb would become', async (name, bytes) => {
    const result = await read({ bytes, name })
    if (!result.ok) return expect(result.problem.message).toContain(name)
    const text = result.document.blocks.map((block) => block.text).join('\n')
    expect(text.length).toBeLessThan(50_000)
    expect(text).not.toContain('hahaha')
  })
})

describe('pages with scripts', () => {
  it('give their text without what would run', async () => {
    const page =
      '<main><h1 onclick="x()">Rules</h1><script>alert(1)</script><p>Water <img src=x onerror=alert(2)>is free.</p><template>hidden</template></main>'
    const result = await read({ bytes: strToU8(page), name: 'a.html' })
    if (!result.ok) throw new Error(result.problem.message)
    expect(result.document.blocks.map((block) => block.text)).toEqual(['Rules', 'Water is free.'])
  })

  it('lose their notices about cookies, but not a page that is about them', async () => {
    const rules = 'Water is free from April to October, and nobody uses a sprinkler at any time of the year. '.repeat(4)
    const page = `<body class="cookie-ready"><h1>Rules</h1><p>${rules}</p><div id="cookie-banner">We use cookies. <button>Fine</button></div></body>`
    const textsOf = async (html: string) => {
      const result = await read({ bytes: strToU8(html), name: 'a.html' })
      return result.ok ? result.document.blocks.map((block) => block.text).join(' ') : ''
    }
    expect(await textsOf(page)).not.toContain('We use cookies')
    expect(await textsOf(`<main><h1>Cookies</h1><p class="cookie-text">${rules}</p></main>`)).toContain('Water is free')
  })
})

describe('packages', () => {
  const inner = zipSync({ 'inside.txt': strToU8('kept') }, { level: 0 })

  it('are read by their directory, so that a package inside is one file and not its files', async () => {
    const pieces: Uint8Array[] = []
    const zip = new Zip((_error, piece) => void pieces.push(piece))
    // Written as a stream does, with the sizes behind the files.
    for (const each of [new ZipPassThrough('a.docx'), new ZipDeflate('b.docx', { level: 0 })]) {
      zip.add(each)
      each.push(inner, true)
    }
    zip.end()
    const unpacked = unpack(new Uint8Array(Buffer.concat(pieces)), () => true)
    expect(unpacked).toMatchObject({
      ok: true,
      files: [
        { name: 'a.docx', bytes: inner },
        { name: 'b.docx', bytes: inner },
      ],
    })
  })

  it('that are cut off, lie about their directory, or are none at all end in a reason', () => {
    fc.assert(
      fc.property(fc.nat(inner.length), fc.nat(inner.length - 1), fc.nat(255), (length, at, byte) => {
        const damaged = inner.slice(0, length)
        if (at < length) damaged[at] = byte
        const unpacked = unpack(damaged, () => true)
        expect(unpacked.ok ? unpacked.files.length : unpacked.problem).toBeDefined()
      }),
      { numRuns: 500, seed: 3 },
    )
  })
})

describe('documents made to take without end', () => {
  const bytes = (text: string) => new TextEncoder().encode(text)
  const problemOf = async (name: string, text: string) => {
    const result = await read({ bytes: bytes(text), name })
    return result.ok ? '' : result.problem.message
  }

  it('are refused where elements stand in each other deeper than in any page', async () => {
    for (const tag of ['div', 'b', 'blockquote', 'details'])
      expect(await problemOf('deep.html', `<html><body>${`<${tag}>`.repeat(50_000)}deep`)).toContain('a thousand deep')
    expect(await problemOf('deep.md', `${'> '.repeat(3)}not deep`)).toBe('')
  })

  it('are read in time that grows with their length alone: captions with many cues, and a cue with many lines', async () => {
    const two = (number: number) => String(number).padStart(2, '0')
    const time = (at: number) => `${two(Math.floor(at / 3600))}:${two(Math.floor(at / 60) % 60)}:${two(at % 60)}.000`
    const cues = (count: number) =>
      Array.from({ length: count }, (_, at) => `${time(at)} --> ${time(at + 1)}\nWord ${at} is said here.`)
    const long = await read({ bytes: bytes(`WEBVTT\n\n${cues(80_000).join('\n\n')}`), name: 'long.vtt' })
    const said = long.ok ? long.document.blocks.map(({ text }) => text).join(' ') : ''
    for (const at of [0, 399, 400, 401, 79_999]) expect(said.split(`Word ${at} is said here.`)).toHaveLength(2)
    const lines = `WEBVTT\n\n00:00:00.000 --> 00:00:10.000\n${'a line of many\n'.repeat(60_000)}`
    expect(await problemOf('lines.vtt', lines)).toBe('')
  })

  it('are cut into passages of a bearable size, nothing lost and nothing twice, with or without spaces', () => {
    const text = fc.string({ unit: fc.constantFrom('a', 'é', '😀', '. ', ' ', '\u4e00'), minLength: 1, maxLength: 3 })
    fc.assert(
      fc.property(
        text,
        fc.integer({ min: 3000, max: 9000 }),
        fc.constantFrom('structure', 'size', 'sentence', 'row'),
        (unit, times, by) => {
          const locator = { kind: 'line', line: 1, label: 'line 1' } as const
          const whole = unit.repeat(times)
          const document = { title: '', blocks: [{ kind: 'paragraph', text: whole, locator }] } as const
          const passages = passagesOf(document, { ...CUTTING, by: by as 'size' })
          const flat = (all: string) => all.replace(/\s+/g, '')
          expect(flat(passages.map((each) => each.text).join(' '))).toBe(flat(whole))
          if (by !== 'row') for (const each of passages) expect(each.text.length).toBeLessThanOrEqual(8000)
        },
      ),
      { numRuns: 40, seed: 5 },
    )
  })
})
