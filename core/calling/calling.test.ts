import { describe, expect, it } from 'vitest'
import type { Spoken } from '../languages'
import { readLine } from '../reading'
import { BARS, judge } from './index'

const calls = (when: string, line: string, like: string[] = [], unlike: string[] = [], language: Spoken = 'en') =>
  judge({ when, like, unlike }, readLine(line, language)).confidence >= BARS.always

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
    ['someone asks about the price of a ticket', 'I have lost my ticket.'],
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

  it('is judged in the language that both are in, by words and by samples', () => {
    expect(calls('jemand fragt nach Hunden', 'Darf mein Hund mitkommen?', [], [], 'de')).toBe(true)
    expect(calls('jemand fragt nach Hunden', 'Wann öffnet die Kasse?', [], [], 'de')).toBe(false)
    expect(calls('Tiere', 'Darf meine Katze mit?', ['Darf mein Kater mit?', 'Darf die Katze mit?'], [], 'de')).toBe(
      true,
    )
  })

  it('takes no mood from a word that is one in English only', () => {
    const { because, confidence } = judge({ when: 'Beschwerde' }, readLine('Wo ist die Kasse und die Garderobe?', 'de'))
    expect(confidence).toBeLessThan(0.2)
    expect(because).toEqual([])
  })
})
