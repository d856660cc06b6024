import { describe, expect, it } from 'vitest'
import { pairsFrom } from './pairRows'

describe('pairs from a table', () => {
  it('takes rows pasted from a spreadsheet, a quoted cell with line breaks and marks included', () => {
    expect(pairsFrom('May I keep bees?\t"Yes,\ntwo ""small"" hives."\nAnd hens?\tNo.')).toEqual([
      { question: 'May I keep bees?', answer: 'Yes,\ntwo "small" hives.' },
      { question: 'And hens?', answer: 'No.' },
    ])
  })

  it('leaves a header row out, and keeps a row that lacks its answer, so that it is seen', () => {
    expect(pairsFrom('\ufeffQuestion;Answer\r\nMay I?;You may.\r\nShall I?;\r\n\r\n')).toEqual([
      { question: 'May I?', answer: 'You may.' },
      { question: 'Shall I?', answer: '' },
    ])
  })

  it('reads commas inside quotes as part of the cell', () => {
    expect(pairsFrom('"Cups, mugs?","Yes, both."')).toEqual([{ question: 'Cups, mugs?', answer: 'Yes, both.' }])
  })
})
