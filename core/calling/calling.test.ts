import { describe, expect, it } from 'vitest'
import { readLine } from '../reading'
import { BARS, draftSamples, judge } from './index'

const calls = (when: string, line: string, like: string[] = [], unlike: string[] = []) =>
  judge({ when, like, unlike }, readLine(line)).confidence >= BARS.always

describe('whether a line calls for a condition', () => {
  it.each([
    ['someone asks about opening hours', 'When do you open on Saturdays?'],
    ['someone wants their money back', 'It broke after a day, I expect to be reimbursed.'],
    ['the visitor complains about something', 'I have been waiting on the phone for forty minutes!'],
    ['asked how to get here', 'Which bus goes to you?'],
    ['medical advice', 'Is swimming good for my back pain?'],
    ['someone asks about the kiln', 'How hot does the kiln get?'],
    ['dogs, cats or other pets', 'May my kitten come along?'],
  ])('“%s”: “%s” does', (when, line) => expect(calls(when, line)).toBe(true))

  it.each([
    ['someone asks about opening hours', 'How do I open the lid?'],
    ['someone wants their money back', 'I will be back on Monday.'],
    ['the visitor complains about something', 'Thank you, that was very helpful.'],
    ['someone asks about the kiln', 'Where do I wash my hands?'],
    ['', 'When do you open?'],
  ])('“%s”: “%s” does not', (when, line) => expect(calls(when, line)).toBe(false))

  it('is taught by lines that were said to be meant, and by lines that were not', () => {
    const [when, line] = ['someone asks about the big room', 'Can forty of us meet at yours?']
    expect(calls(when, line)).toBe(false)
    expect(calls(when, line, ['Can thirty of us meet at your place?'])).toBe(true)
    expect(calls(when, line, [line], [])).toBe(true)
    expect(calls('someone asks about prices', 'How much is a pass?', [], ['How much is a pass?'])).toBe(false)
  })

  it('gives its reasons', () => {
    const { because } = judge({ when: 'someone asks about dogs' }, readLine('Can I bring my puppy?'))
    expect(because.join(' ')).toMatch(/dog/)
  })

  it('judges fifty conditions in the time of a blink, and the same way each time', () => {
    const reading = readLine('When do you open on Saturdays?')
    const conditions = Array.from({ length: 50 }, (_, at) => ({ when: `someone asks about thing number ${at}` }))
    expect(conditions.map((each) => judge(each, reading))).toEqual(conditions.map((each) => judge(each, reading)))
  })
})

describe('lines shown beside a condition', () => {
  it('are the surest first, without those that were taught, and none that is far away', () => {
    const lines = ['When do you open?', 'Do you sell boats?', 'Are you open on Sunday?', 'When do you open?']
    const samples = draftSamples({ when: 'opening hours', like: ['Are you open on Sunday?'] }, lines)
    expect(samples.map(({ line }) => line)).toEqual(['When do you open?'])
  })
})
