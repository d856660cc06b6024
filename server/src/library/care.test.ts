import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Hit, Passage, Source, SourceElsewhere } from '@parrot/contract'
import { CUTTING } from '@parrot/core/library'
import { pdfOf } from '@parrot/core/testing/pdf'
import { formOf, sharedTestApp, untilRead, type TestApp } from '../../testing/testApp'

let app: TestApp
let agent: string
beforeAll(async () => {
  app = await sharedTestApp()
  agent = (await app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
})
afterAll(() => app.end())

const note = async (title: string, text: string, to = agent): Promise<string> =>
  (await app.read(to, { kind: 'note', title, text })).id
const passagesOf = async (id: string) => (await app.ask('GET', `/api/sources/${id}/passages?limit=500`)).body.passages
const textsOf = async (id: string) =>
  (await passagesOf(id)).filter((each: Passage) => !each.isExcluded).map((each: Passage) => each.text)
const find = async (q: string, from = agent) =>
  (await app.ask('GET', `/api/agents/${from}/search?q=${encodeURIComponent(q)}`)).body.hits
const source = async (id: string) => (await app.ask('GET', `/api/sources/${id}`)).body
const edit = async (id: string, change: object) => {
  const { version } = await source(id)
  const answer = await app.ask('POST', `/api/sources/${id}/edits`, { version, edit: change })
  if (answer.status === 202) await untilRead(app.ask, id)
  return answer
}

const RULES = '# Rules\n\n## Water\n\nWater is free.\n\n## Rent\n\nRent is £63 a year.\n\n## Dogs\n\nDogs stay out.'

describe('changing passages by hand', () => {
  it('a corrected passage answers with its new text, the text as read is kept, and the way back is one step', async () => {
    const id = await note('Site rules', RULES)
    expect(
      (await edit(id, { kind: 'correct', passage: 'Rent is £63 a year.', nth: 0, text: 'Rent is £36 a year.' })).status,
    ).toBe(202)
    expect((await passagesOf(id))[1]).toMatchObject({ text: 'Rent is £36 a year.', original: 'Rent is £63 a year.' })
    expect((await find('how much is the rent'))[0].text).toBe('Rent is £36 a year.')
    const { versions } = (await app.ask('GET', `/api/sources/${id}/versions`)).body
    expect(versions).toMatchObject([
      { number: 2, because: 'edited', answers: true, edits: 1 },
      { number: 1, because: 'added', answers: false, edits: 0 },
    ])
    await app.ask('POST', `/api/sources/${id}/answer-with`, { versionId: versions[1].id })
    expect((await find('how much is the rent'))[0].text).toBe('Rent is £63 a year.')
    await app.ask('POST', `/api/sources/${id}/answer-with`, { versionId: versions[0].id })
    expect((await find('how much is the rent'))[0].text).toBe('Rent is £36 a year.')
  })

  it('an excluded passage is shown but never found, and restored it is', async () => {
    const id = await note(
      'House rules',
      '# House\n\n## Piano\n\nThe piano is tuned in May.\n\n## Attic\n\nNobody sleeps in the attic.',
    )
    await edit(id, { kind: 'exclude', passage: 'The piano is tuned in May.', nth: 0 })
    expect((await passagesOf(id))[0]).toMatchObject({ isExcluded: true })
    expect((await find('piano tuned')).map((hit: Hit) => hit.text)).not.toContain('The piano is tuned in May.')
    await edit(id, { kind: 'restore', passage: 'The piano is tuned in May.', nth: 0 })
    expect((await find('piano tuned'))[0].text).toBe('The piano is tuned in May.')
  })

  it('splits and joins', async () => {
    const id = await note('Two things', 'Kettles are descaled monthly. Mugs are washed daily.')
    await edit(id, { kind: 'split', passage: 'Kettles are descaled monthly. Mugs are washed daily.', nth: 0, at: 29 })
    expect(await textsOf(id)).toEqual(['Kettles are descaled monthly.', 'Mugs are washed daily.'])
    await edit(id, { kind: 'join', passage: 'Kettles are descaled monthly.', nth: 0, next: 'Mugs are washed daily.' })
    expect(await textsOf(id)).toEqual(['Kettles are descaled monthly. Mugs are washed daily.'])
  })

  it('is made again when a newer file is read, and what found no place is counted', async () => {
    const file = (rent: string, dogs: string) =>
      formOf(new File([`# Plots\n\n## Hire\n\n${rent}\n\n## Dogs\n\n${dogs}`], 'plots.md'))
    const { id } = (await app.ask('POST', `/api/agents/${agent}/sources`, file('Hire is 3 pounds.', 'Dogs on a lead.')))
      .body
    await untilRead(app.ask, id)
    await edit(id, { kind: 'correct', passage: 'Hire is 3 pounds.', nth: 0, text: 'Hire is £3.' })
    await edit(id, { kind: 'correct', passage: 'Dogs on a lead.', nth: 0, text: 'Dogs stay on a lead.' })
    await app.ask('POST', `/api/sources/${id}/versions`, file('Hire is 3 pounds.', 'Dogs stay at home.'))
    await untilRead(app.ask, id)
    expect(await textsOf(id)).toEqual(['Hire is £3.', 'Dogs stay at home.'])
    expect(await source(id)).toMatchObject({ version: 4, lostEdits: 1 })
  })

  it('refuses a change to a version that does not answer any more, and an empty text', async () => {
    const id = await note('Lamps', 'The lamps are lit at dusk.')
    const late = { version: 7, edit: { kind: 'exclude', passage: 'The lamps are lit at dusk.', nth: 0 } }
    expect(await app.ask('POST', `/api/sources/${id}/edits`, late)).toMatchObject({
      status: 409,
      body: { code: 'conflict' },
    })
    const empty = await edit(id, { kind: 'correct', passage: 'The lamps are lit at dusk.', nth: 0, text: ' ' })
    expect(empty.status).toBe(400)
  })

  it('leaves published editions as they were', async () => {
    const other = (await app.ask('POST', '/api/agents', { name: 'Bea' })).body.id
    const id = await note('Bells', 'The bell is rung at noon.', other)
    await app.ask('POST', `/api/agents/${other}/editions`, { summary: 'First' })
    await edit(id, { kind: 'correct', passage: 'The bell is rung at noon.', nth: 0, text: 'The bell is rung at six.' })
    const { slug } = (await app.ask('GET', `/api/agents/${other}`)).body
    const said = await app.ask('POST', `/api/talk/${slug}/turns`, { text: 'When is the bell rung?' })
    expect(JSON.stringify(said.body)).toContain('noon')
  })
})

describe('versions held against each other', () => {
  it('tells what changed, in reading order', async () => {
    const id = await note('Hours', '# Hours\n\n## Shop\n\nOpen at nine.\n\n## Yard\n\nOpen at ten.')
    await edit(id, { kind: 'correct', passage: 'Open at ten.', nth: 0, text: 'Open at eleven.' })
    expect((await app.ask('GET', `/api/sources/${id}/diff?from=1&to=2`)).body).toEqual({
      from: 1,
      to: 2,
      changes: [
        { kind: 'same', passages: 1 },
        { kind: 'changed', before: ['Open at ten.'], now: ['Open at eleven.'] },
      ],
    })
    expect((await app.ask('GET', `/api/sources/${id}/diff?from=1&to=9`)).status).toBe(404)
  })
})

describe('how a source is cut', () => {
  it('is shown before it is done, and changes nothing until then', async () => {
    const id = await note('Cuts', '# Cuts\n\nOne thing is so. Another is not. A third may be.')
    const cutting = { ...CUTTING, by: 'sentence' }
    const { body } = await app.ask('POST', `/api/sources/${id}/cutting/preview`, cutting)
    expect(body).toMatchObject({ passages: 3, same: 0, first: [{ text: 'One thing is so.', isNew: true }, {}, {}] })
    expect(await textsOf(id)).toHaveLength(1)
    await app.ask('POST', `/api/sources/${id}/cutting`, cutting)
    await untilRead(app.ask, id)
    expect(await textsOf(id)).toEqual(['One thing is so.', 'Another is not.', 'A third may be.'])
    expect(await source(id)).toMatchObject({ cutting, version: 2 })
  })

  it('has the same beginning in the database as in the reader', async () => {
    expect((await source(await note('Plain', 'Nothing special here.'))).cutting).toEqual(CUTTING)
  })
})

describe('what is said of a source', () => {
  it('is drafted from its content until the designer writes it', async () => {
    const id = await note(
      'Bees',
      '# Bees\n\n## Hives\n\nTwo hives stand behind the shed. They are green.\n\n## Honey\n\nEach member gets a jar.',
    )
    expect((await source(id)).description).toBe('Two hives stand behind the shed. On Hives, Honey.')
    const change = { description: 'All about bees', shelf: 'Animals', tags: ['hives'], weight: 1.5, title: 'Bee book' }
    expect((await app.ask('PATCH', `/api/sources/${id}`, change)).body).toMatchObject(change)
    await edit(id, { kind: 'correct', passage: 'Each member gets a jar.', nth: 0, text: 'Each member gets two jars.' })
    expect(await source(id)).toMatchObject({ title: 'Bee book', description: 'All about bees' })
  })

  it('a heavier source comes first, and one whose days are over is not found', async () => {
    const a = await note('Kiln one', 'The kiln is fired on Mondays by the warden.')
    const b = await note('Kiln two', 'The kiln is fired on Mondays by the guests.')
    await app.ask('PATCH', `/api/sources/${b}`, { weight: 3 })
    expect((await find('who fires the kiln on Mondays'))[0].sourceId).toBe(b)
    await app.ask('PATCH', `/api/sources/${b}`, { validUntil: '2020-01-01' })
    expect((await find('who fires the kiln on Mondays')).map((hit: Hit) => hit.sourceId)).not.toContain(b)
    await app.ask('PATCH', `/api/sources/${b}`, { validUntil: null, validFrom: '2999-01-01' })
    expect((await find('who fires the kiln on Mondays'))[0].sourceId).toBe(a)
  })

  it('refuses days in the wrong order and a weight of nothing', async () => {
    const id = await note('Order', 'Order is kept.')
    const days = await app.ask('PATCH', `/api/sources/${id}`, { validFrom: '2026-05-02', validUntil: '2026-05-01' })
    expect(days.status).toBe(400)
    expect(JSON.stringify(days.body)).toContain('The last day lies before the first.')
    expect((await app.ask('PATCH', `/api/sources/${id}`, { weight: 0 })).status).toBe(400)
  })

  it('notes who added it', async () => {
    await app.ask('PUT', '/api/settings/designer', { name: 'Robin' })
    expect(await source(await note('Signed', 'Somebody wrote this.'))).toMatchObject({ addedBy: 'Robin' })
  })
})

describe('a source that several agents use', () => {
  it('is offered to others, used by them, and says who would lose it', async () => {
    const other = (await app.ask('POST', '/api/agents', { name: 'Cleo' })).body.id
    const id = await note('Shared rules', 'Parrots are fed at four.')
    const offered = (await app.ask('GET', `/api/agents/${other}/sources-elsewhere`)).body.sources
    expect(offered.find((each: SourceElsewhere) => each.id === id)).toMatchObject({
      title: 'Shared rules',
      agents: ['Ada'],
    })
    await app.ask('POST', `/api/agents/${other}/sources/${id}/use`)
    expect((await find('when are parrots fed', other))[0].sourceId).toBe(id)
    expect(await source(id)).toMatchObject({ agents: 2 })
    expect(
      (await app.ask('GET', `/api/sources/${id}/agents`)).body.agents.map((each: { name: string }) => each.name),
    ).toEqual(['Ada', 'Cleo'])
    await app.ask('DELETE', `/api/agents/${other}/sources/${id}`)
    expect((await find('when are parrots fed'))[0].sourceId).toBe(id)
  })
})

describe('what is doubtful in a library', () => {
  const LONG = Array.from(
    { length: 12 },
    (_, at) => `Paragraph ${at} says that the hall may be hired by members on day ${at} of every month.`,
  ).join('\n\n')

  it('offers near-duplicates as they arrive', async () => {
    const first = await note('Hall', LONG)
    const second = await note('Hall again', LONG.replace('Paragraph 3', 'Clause three'))
    const { sources } = (await app.ask('GET', `/api/agents/${agent}/sources`)).body
    const { alike } = sources.find((each: Source) => each.id === second)
    expect(alike).toMatchObject({ sourceId: first })
    expect(alike.share).toBeGreaterThan(0.8)
    expect(sources.find((each: Source) => each.id === first).alike).toBeNull()
  })

  it('lists sources that do not agree, until that is settled or mended', async () => {
    const other = (await app.ask('POST', '/api/agents', { name: 'Dot' })).body.id
    await note('Poster', 'The gate of the allotments closes at 20:00.', other)
    const letter = await note('Letter', 'The gate of the allotments closes at 21:00.', other)
    const conflicts = async () => (await app.ask('GET', `/api/agents/${other}/conflicts`)).body.conflicts
    const [conflict] = await conflicts()
    expect(conflict).toMatchObject({
      values: ['20:00', '21:00'],
      about: 'The gate of the allotments closes at',
      isSettled: false,
    })
    const texts = [conflict.one.text, conflict.other.text]
    await app.ask('PUT', `/api/agents/${other}/conflicts`, { texts, isSettled: true })
    expect((await conflicts())[0].isSettled).toBe(true)
    await edit(letter, { kind: 'correct', passage: texts[1], nth: 0, text: texts[0] })
    expect(await conflicts()).toEqual([])
  })
})

describe('originals', () => {
  it('a page of a PDF is shown as a picture', async () => {
    const bytes = await pdfOf([(pdf) => pdf.text('Water is off in winter.')])
    const { id } = (
      await app.ask('POST', `/api/agents/${agent}/sources`, formOf(new File([bytes as never], 'water.pdf')))
    ).body
    await untilRead(app.ask, id)
    const picture = await app.ask('GET', `/api/sources/${id}/pages/1?width=200`)
    expect(picture.headers['content-type']).toBe('image/png')
    expect(picture.body.slice(1, 4)).toBe('PNG')
    expect((await app.ask('GET', `/api/sources/${id}/pages/2`)).status).toBe(404)
  })

  it('a web page is shown with nothing in it that runs or loads', async () => {
    const file = new File(['<h1>Hi</h1><script>alert(1)</script><p>Some words of text.</p>'], 'page.html')
    const { id } = (await app.ask('POST', `/api/agents/${agent}/sources`, formOf(file))).body
    await untilRead(app.ask, id)
    const { headers } = await app.ask('GET', `/api/sources/${id}/original`)
    expect(headers['content-security-policy']).toMatch(/^sandbox; default-src 'none'/)
    expect(headers['x-content-type-options']).toBe('nosniff')
  })

  it('what a browser could run is handed out as a file', async () => {
    const bytes = await pdfOf([(pdf) => pdf.text('Off.')])
    const { id } = (
      await app.ask('POST', `/api/agents/${agent}/sources`, formOf(new File([bytes as never], 'a"b\r\n.pdf')))
    ).body
    await untilRead(app.ask, id)
    const { headers } = await app.ask('GET', `/api/sources/${id}/original`)
    expect(headers['content-disposition']).toMatch(/^attachment; filename\*=UTF-8''/)
  })
})
