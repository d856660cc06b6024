import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { passagesOf, read, type Passage } from './index'

/** The sample documents in their real formats, as office programs write them. */
const folder = new URL('../../demo/files/', import.meta.url)

async function passages(name: string): Promise<Passage[]> {
  const result = await read({ bytes: readFileSync(new URL(name, folder)), name })
  if (!result.ok) throw new Error(result.problem.message)
  return passagesOf(result.document)
}

const holding = (all: readonly Passage[], text: string) => {
  const found = all.find((passage) => passage.text.includes(text))
  if (!found) throw new Error(`No passage holds “${text}”.`)
  return found
}

describe('the sample documents', () => {
  it('PDF: headings, page numbers, whole lists, no running heads', async () => {
    const all = await passages('conditions-of-carriage.pdf')
    const change = holding(all, 'To change a booking:')
    expect(change.text).toMatch(/1\. Open the link[\s\S]*5\. Keep the new confirmation/)
    expect(change.headings).toEqual(['Conditions of carriage', '2. Booking'])
    expect(holding(all, 'Dogs travel free of charge').locator).toMatchObject({ kind: 'page' })
    for (const passage of all) expect(passage.text).not.toMatch(/Page \d+ of|Brindle Sound Ferries ·/)
  })

  it('Word: headings, paragraphs and numbered steps', async () => {
    const all = await passages('luggage-bikes-and-pets.docx')
    expect(holding(all, 'A bicycle costs £3.50').headings).toEqual(['Luggage, bikes and pets', 'Bicycles'])
    expect(holding(all, 'How to bring a bicycle').text).toMatch(/1\. Buy a bicycle ticket[\s\S]*5\. Come back/)
  })

  it('Excel: each row with its headers, money as written, located by sheet and row', async () => {
    const all = await passages('fares.xlsx')
    expect(holding(all, 'Island: Sula Holm').text).toContain('Adult return: £10.80')
    expect(holding(all, 'Bicycle').headings).toEqual(['Extras'])
    expect(all[0]!.locator).toMatchObject({ kind: 'row', sheet: 'Fares' })
  })

  it('CSV: each departure with its route and days', async () => {
    const rows = (await passages('timetable.csv')).flatMap((passage) => passage.text.split('\n'))
    expect(rows).toHaveLength(16)
    expect(rows[8]).toBe(
      'Route: Carrow Quay to Inchmore; Days: Sunday; First departure: 10:00; Last departure: 16:00; Departures per day: 2; Crossing time: 55 minutes; Boat: Petrel',
    )
  })

  it('EPUB: chapters in order, located by heading', async () => {
    const all = await passages('deck-safety.epub')
    expect(all.map((passage) => passage.headings.at(-1))).toEqual([
      'Before you step on deck',
      'Lines and mooring',
      'Man overboard',
      'Fire',
      'Loading cars',
    ])
  })

  it('PowerPoint: titles, points and speaker notes, located by slide', async () => {
    const all = await passages('first-day-on-deck.pptx')
    const count = holding(all, 'The Guillemot may carry 60 passengers')
    expect(count.text).toContain('Babies count as passengers.')
    expect(count.locator).toEqual({ kind: 'slide', slide: 3, label: 'slide 3' })
  })
})
