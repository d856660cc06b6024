import { beforeAll, describe, expect, it } from 'vitest'
import { briefFrom } from '../brief'
import { exchangeOf, takeTurn, type PassageLibrary, type TurnState } from '../dialogue'
import { calling, type BriefInput } from '../testing'
import { libraryOf } from '../testing/libraries'
import { understudy } from '../understudy'
import { aboutIn, insertAsText, insertSchema, replyAsText, type InsertOf } from './index'

const HANDBOOK = `# Handbook for helpers

## Opening
Helpers unlock the gate at 08:30. The first helper on site puts the kettle on.

## Bees
Each hive is opened once every 9 days. Never open a hive in the rain. Wear a veil and gloves near the hives.

## Compost
Turn the compost heap every 14 days. Cooked food never goes on the heap.

## Tools
Every tool is cleaned before it goes back on its hook. Blunt shears go to Ida.
`
const PLOTS = `Plot,Season,Rent,Members,Water
North,Summer,£40.00,12,tap
North,Winter,£25.00,12,barrel
South,Summer,£55.00,8,tap
South,Winter,£30.00,8,none
Orchard,Summer,£70.00,5,well
Orchard,Winter,£35.00,5,well
`
const SHEDS = `Shed,Keyholder,Length
Red shed,Ida,4 metres
Green shed,Omar,6 metres
Old shed,Bela,3 metres
`

const INSERTS: BriefInput['inserts'] = [
  { kind: 'quiz', when: 'someone wants to be quizzed', like: ['Quiz me on bees', 'Test me'], most: 4 },
  { kind: 'cards', when: 'someone wants cards to learn from' },
  { kind: 'table', when: 'someone wants to see a table' },
  { kind: 'chart', when: 'someone wants to see a chart' },
  { kind: 'outline', when: 'someone wants an outline' },
  { kind: 'file', when: 'someone wants to download or print something', form: 'docx' },
  { kind: 'link', when: 'someone wants to become a member', title: 'Join', url: 'https://plots.example/join' },
]

let library: PassageLibrary
beforeAll(async () => {
  library = await libraryOf({ 'handbook.md': HANDBOOK, 'plots.csv': PLOTS, 'sheds.csv': SHEDS })
})
const ask = (line: string, brief: BriefInput = {}, more = {}): Promise<TurnState> =>
  takeTurn(line, {
    brief: briefFrom({ inserts: INSERTS, ...brief }),
    library,
    model: understudy,
    conversation: [],
    clock: () => 0,
    ...more,
  })
async function shown<Kind extends 'quiz' | 'cards' | 'table' | 'chart' | 'outline' | 'file' | 'link'>(
  kind: Kind,
  line: string,
): Promise<{ state: TurnState; insert: InsertOf<Kind> }> {
  const state = await ask(line)
  expect(state.inserts.map((each) => each.kind)).toEqual([kind])
  return { state, insert: insertSchema.parse(state.inserts[0]) as InsertOf<Kind> }
}

describe('a quiz', () => {
  it('asks about what is wanted, with choices of which one is right by a sentence that is cited', async () => {
    const { state, insert } = await shown('quiz', 'Quiz me on the bees, please')
    expect(state.reply).toBe('Here are 2 questions about “bees”.')
    const [gap] = insert.questions
    expect(gap).toMatchObject({ question: 'Bees: Each hive is opened once every _____ days.', marker: 1 })
    expect(gap!.choices[gap!.right]).toBe('9')
    expect(new Set(gap!.choices).size).toBe(gap!.choices.length)
    expect(state.citations[0]).toMatchObject({ marker: 1, quote: gap!.why, locator: { label: 'Bees' } })
  })

  it('asks what a row of a table has in a column, with the other rows’ values to choose from', async () => {
    const { insert } = await shown('quiz', 'Test me on the red shed')
    const cell = insert.questions.find(({ question }) => question.includes('Keyholder'))!
    expect([...cell.choices].sort()).toEqual(['Bela', 'Ida', 'Omar'])
  })

  it('has no marks where the brief cites nothing', async () => {
    const state = await ask('Quiz me on the bees', { grounding: { cite: false } })
    const [quiz] = state.inserts as [InsertOf<'quiz'>]
    expect([quiz.questions[0]!.marker, state.citations]).toEqual([null, []])
  })

  it('is the same every time, and holds no more than the brief says', async () => {
    const first = await shown('quiz', 'Quiz me')
    expect(first.insert.questions).toHaveLength(4)
    expect((await ask('Quiz me')).inserts).toEqual(first.state.inserts)
  })

  it('is not made of what the library knows nothing about, nor for a question that only comes near it', async () => {
    expect(await ask('Quiz me on photosynthesis')).toMatchObject({ outcome: 'unknown', inserts: [] })
    expect((await ask('How often is a hive opened?')).inserts).toEqual([])
    const like = [{ kind: 'table' as const, when: 'someone asks for the rents', like: ['Show me the rents'] }]
    expect((await ask('What does the north plot cost in summer?', { inserts: like })).inserts).toEqual([])
    expect((await ask('Show me the rents', { inserts: like })).inserts).toMatchObject([{ kind: 'table' }])
  })
})

describe('a table and a chart', () => {
  it('shows the rows that are named, with every column', async () => {
    const { insert } = await shown('table', 'Show me the plots in the South as a table')
    expect(insert.columns).toEqual(['Plot', 'Season', 'Rent', 'Members', 'Water'])
    expect(insert.rows.map(([plot, season]) => `${plot} ${season}`)).toEqual(['South Summer', 'South Winter'])
  })

  it('draws the column that is asked for, by the two columns that tell its rows apart', async () => {
    const { insert } = await shown('chart', 'Draw a chart of the rent of the plots')
    expect(insert).toMatchObject({
      unit: '£',
      labels: ['North', 'South', 'Orchard'],
      series: [
        { name: 'Summer', values: [40, 55, 70] },
        { name: 'Winter', values: [25, 30, 35] },
      ],
    })
  })
})

describe('cards, an outline, a file', () => {
  it('have a heading in front and what stands under it behind', async () => {
    const { insert } = await shown('cards', 'Give me cards about compost')
    expect(insert.cards).toEqual([
      { front: 'Compost', back: 'Turn the compost heap every 14 days. Cooked food never goes on the heap.', marker: 1 },
    ])
  })

  it('names the parts of the document, each with how it begins', async () => {
    const { insert } = await shown('outline', 'Can I have an outline of the handbook for helpers?')
    expect(insert.items.map(({ text }) => text)).toEqual(['Opening', 'Bees', 'Compost', 'Tools'])
    expect(insert.items[0]!.note).toBe('Helpers unlock the gate at 08:30.')
  })

  it('holds what stands about it under its headings, with its sources', async () => {
    const { insert } = await shown('file', 'Can I download what there is about compost?')
    expect(insert).toMatchObject({ form: 'docx', name: 'compost.docx' })
    expect(insert.text).toContain('## Handbook for helpers › Compost')
    expect(insert.text).toContain('Turn the compost heap every 14 days.')
  })
})

describe('a duty whose steps name an insert', () => {
  it('shows it once all is there, about what was told', async () => {
    const duties = [{ id: 'd', name: 'Learn', when: 'someone wants to learn a subject', steps: 'Show the @quiz.\nSay “Good luck.”', ask: [{ name: 'subject', type: 'choice' as const, question: 'Which subject: bees or compost?' }] }] // prettier-ignore
    const state = await ask('I want to learn a subject, compost', { duties })
    expect(state.reply).toContain('Good luck.')
    const [quiz] = state.inserts as [InsertOf<'quiz'>]
    expect(quiz.questions[0]!.question).toContain('Compost')
    expect(state.citations.map(({ marker }) => marker)).toEqual(quiz.questions.map(({ marker }) => marker))
  })
})

describe('a duty that asks for everything at once', () => {
  const duties: BriefInput['duties'] = [
    {
      id: 'd',
      name: 'Rent a plot',
      when: 'someone wants to rent a plot',
      asForm: true,
      steps: 'Say “Welcome.”',
      ask: [
        { name: 'plot', type: 'choice', question: 'Which plot: North, South or Orchard?' },
        { name: 'from', type: 'date', question: 'From which day?' },
        { name: 'who', type: 'text', question: 'Under which name?' },
      ],
    },
  ]
  it('shows a form of what is missing, takes what is filled in, and asks again for what is no answer', async () => {
    const first = await ask('I want to rent a plot in the South', { duties })
    expect(first.inserts).toMatchObject([
      {
        kind: 'form',
        fields: [
          { name: 'from', type: 'date' },
          { name: 'who', label: 'Under which name?' },
        ],
      },
    ])
    const more = { conversation: [exchangeOf(first)] }
    const bad = await ask('from: soonish\nwho: Ana', { duties }, more)
    expect([bad.reply, bad.memory.duty?.filled]).toEqual(['From which day?', { plot: 'South', who: 'Ana' }])
    const done = await ask('from: 2027-03-12\nwho: Ana', { duties }, more)
    expect(done.memory.collected).toMatchObject([{ values: { plot: 'South', from: '12 March 2027', who: 'Ana' } }])
  })
})

describe('a link', () => {
  it('stands beside the answer, and only where it leads somewhere a browser may follow', async () => {
    const { insert } = await shown('link', 'How do I become a member?')
    expect(insert).toEqual({ kind: 'link', title: 'Join', url: 'https://plots.example/join' })
    const inserts = [{ ...INSERTS![6]!, url: 'javascript:alert(1)' }]
    expect((await ask('How do I become a member?', { inserts })).inserts).toEqual([])
    expect(insertSchema.safeParse({ ...insert, url: 'javascript:alert(1)' }).success).toBe(false)
  })
})

describe('in front of an outside model', () => {
  it('is a tool, which makes it from the library with citations after those of the answer', async () => {
    const model = calling('show_quiz', { about: 'bees' }, () => 'Wear a veil and gloves near the hives [1].')
    const state = await ask('What do I wear near the hives? And quiz me.', {}, { model })
    const [quiz] = state.inserts as [InsertOf<'quiz'>]
    expect(quiz.questions.map(({ marker }) => marker)).toEqual([2, 3])
    expect(state.citations.map(({ marker }) => marker)).toEqual([1, 2, 3])
    expect(state.uses[0]!.result.text).toContain('shown')
  })
})

describe('what a line wants something about', () => {
  it.each([
    ['Quiz me on life jackets, please', 'life jackets'],
    ['Can you draw me a chart of the fares?', 'fares'],
    ['Quiz me', ''],
  ])('is read from it: %s', (line, about) => {
    expect(aboutIn(line, 'en')).toBe(about)
  })
})

describe('told as text', () => {
  it('loses nothing but its drawing', async () => {
    const { insert } = await shown('quiz', 'Quiz me on the bees')
    expect(insertAsText(insert)).toMatch(/^1\. Bees: [\s\S]*a\) [\s\S]*Right: 1[a-d], 2[a-d]$/)
    const chart = insertSchema.parse({
      kind: 'chart',
      title: 'Rent',
      shape: 'bars',
      labels: ['North'],
      series: [{ name: 'Rent', values: [4.5] }],
      unit: '£',
    })
    expect(replyAsText('Here:', [chart])).toContain('| North | £4.50 |')
  })
})
