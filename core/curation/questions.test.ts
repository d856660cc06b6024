import { describe, expect, it } from 'vitest'
import { questionsIn } from './questions'

const drawn = (...passages: { text: string; headings?: string[] }[]) =>
  questionsIn(passages.map(({ text, headings = [] }) => ({ text, headings }))).map(({ question }) => question)

describe('questions drawn from a document', () => {
  it('are first of all those it asks itself, in pairs and headings', () => {
    expect(
      drawn(
        { text: 'The office is open on Mondays.', headings: ['When can I call?'] },
        { text: 'Question: May I bring a dog?\nAnswer: Yes, on a lead.' },
      ).slice(0, 2),
    ).toEqual(['When can I call?', 'May I bring a dog?'])
  })

  it('ask for the cells of its tables by the rows that are named once, and know what they say', () => {
    const text =
      'Plot: Small; Fee: £40.00; Size: 20 m²\nPlot: Large; Fee: £75.00; Size: 60 m²\nPlot: Shed; Fee: none; Size: none'
    expect(questionsIn([{ text, headings: ['Fees'] }])[0]).toEqual({
      question: 'What is the fee for Small?',
      passage: 0,
      says: '£40.00',
    })
    expect(questionsIn([{ text: 'Day: Monday; From: 9\nDay: Monday; From: 14', headings: [] }])).toEqual([])
  })

  it('turn its statements round', () => {
    expect(drawn({ text: 'Bonfires are allowed from November to March. Sheds may stand two metres high.' })).toEqual([
      'Are bonfires allowed from November to March?',
    ])
    expect(drawn({ text: 'The water is turned on in April.' })).toEqual(['Is the water turned on in April?'])
  })

  it('keep names large', () => {
    expect(drawn({ text: 'Saltmarsh House is open in winter. Come to Saltmarsh House by boat.' })).toEqual([
      'Is Saltmarsh House open in winter?',
    ])
  })

  it('leave alone what does not stand by itself, denies, or is long', () => {
    expect(drawn({ text: 'They may be brought along. Dogs may not swim. If it rains, tours are cancelled.' })).toEqual(
      [],
    )
    expect(
      drawn({ text: `Members may ${'bring one more thing and '.repeat(6)}go home in the evening on time.` }),
    ).toEqual([])
  })

  it('fall back on its headings as topics', () => {
    expect(drawn({ text: 'Ask at the harbour.', headings: ['Guide', '3. Lost property'] })).toEqual([
      'What should I know about lost property?',
    ])
  })

  it('go over the whole document: one of a kind from each heading', () => {
    const questions = drawn(
      { text: 'Plots are large. Paths are wide.', headings: ['Plots'] },
      { text: 'Hedges are high.', headings: ['Plots'] },
      { text: 'Keys are lent.', headings: ['Keys'] },
    )
    expect(questions.slice(0, 2)).toEqual(['Are plots large?', 'Are keys lent?'])
    expect(questions).not.toContain('Are hedges high?')
  })

  it('are asked in the document’s own language', () => {
    const text =
      'Hunde dürfen auf allen Schiffen mitfahren. Fahrkarten werden an Bord verkauft. Das Schiff fährt jeden Tag.'
    expect(drawn({ text })).toEqual(['Dürfen Hunde auf allen Schiffen mitfahren?'])
  })

  it('are none where nothing was read', () => {
    expect(questionsIn([])).toEqual([])
  })
})
