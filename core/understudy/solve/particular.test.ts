import { describe, expect, it } from 'vitest'
import { answered, found } from '../../testing'

/** A small library of its own: a club that lends out studios. */
const PLANS = found(
  'Pass: Seed; Price per month: free; Price per year: free; Bookings: 5; Recordings: 200 MB\n' +
    'Pass: Shoot; Price per month: £9; Price per year: £90; Bookings: 25; Recordings: 5 GB\n' +
    'Pass: Bush; Price per month: £24; Price per year: £240; Bookings: unlimited; Recordings: 50 GB',
  ['Passes'],
  'Passes and prices',
)
const DESK = found(
  'The desk is open Monday to Friday from 8:00 to 20:00 and Saturday from 9:00 to 13:00. ' +
    'The door app runs on Android 9 or later and on iOS 15 or later. A recording may be up to 15 MB long. ' +
    'Drums are accepted; amplifiers are not. Nothing is filmed in the studios. Bookings can be undone for seven days. ' +
    'Passes are paid by card or by direct debit. Rehearsals that have already been booked keep their room. ' +
    'Members can lend instruments, book rooms and invite one friend.',
  ['The desk'],
)
const FAULTS = found('There are two bookings at one time. Move one of them.', ['Door shows K-7'], 'Faults')
const ALL = [PLANS, DESK, FAULTS]
const said = (question: string) => answered(question, ALL).text.replace(/ ?\[\d+\]/g, '')

describe('is it open then?', () => {
  it.each([
    ['Is the desk open at 9 am on Saturday?', 'Yes.'],
    ['Is the desk open at 7 pm on Friday?', 'Yes.'],
    ['Is the desk open on Saturday afternoon?', 'No.'],
    ['Is the desk open at 7 pm on Saturday?', 'No.'],
    ['Is the desk closed on Saturday afternoon?', 'Yes.'],
    ['Is the desk open at 3 pm?', 'It depends.'],
  ])('%s %s', (question, verdict) => expect(said(question).startsWith(`${verdict} The desk is open`)).toBe(true))
})

describe('editions', () => {
  it.each([
    ['Does the door app run on iOS 14?', 'No.'],
    ['Does the door app run on iOS 15?', 'Yes.'],
    ['Does the door app run on Android 12.1?', 'Yes.'],
  ])('%s %s', (question, verdict) => expect(said(question).startsWith(`${verdict} The door app runs`)).toBe(true))

  it('tells which one is needed', () => {
    expect(said('Which Android version do I need?')).toBe(
      'The door app runs on Android 9 or later and on iOS 15 or later.',
    )
  })
})

describe('room in a row', () => {
  it('tells whether something is enough', () => {
    expect(said('We make 30 bookings. Is Shoot enough?')).toMatch(/^No\. .*25/)
    expect(said('We make 300 bookings. Is Bush enough?')).toMatch(/^Yes\. .*unlimited/)
    expect(said('Are 10 GB of recordings too much for Shoot?')).toMatch(/^Yes\. /)
  })

  it('is needed by the cheapest that is asked for', () => {
    expect(said('What is the cheapest pass?')).toBe('For Seed, the price per month is free.')
    expect(said('What is the cheapest pass for 20 bookings?')).toBe('For Shoot, the price per month is £9.')
  })
})

describe('what paying by the year saves', () => {
  it('is worked out and shown', () => {
    expect(said('How much do I save if I pay Bush yearly rather than monthly?')).toBe(
      'For Bush, the price per month is £24 and the price per year is £240. That saves £48.00: 12 × £24.00 − £240.00.',
    )
  })
})

describe('two rows side by side', () => {
  it('are told by what they differ in', () => {
    expect(said('What is the difference between Seed and Shoot?')).toMatch(/^For Seed, .*free.* For Shoot, .*£9/)
  })
})

describe('statements', () => {
  it.each([
    ['a limit on what is measured holds whatever is done', 'Can I upload a recording of 20 MB?', /^No\. A recording/],
    ['what is not accepted is not to be brought', 'Can I bring amplifiers?', /^No\. Drums/],
    ['what is accepted is', 'Can I bring drums?', /^Yes\. Drums/],
    [
      'what is taken for granted is denied by “nothing”',
      'Why do you film in the studios?',
      /^That is not quite so\. N/,
    ],
    ['irregular verbs keep their prefix', 'Can I undo a booking?', /^Yes\. Bookings can be undone/],
    ['how something is done is told by its means', 'How can I pay?', /^Passes are paid by card/],
    ['what members can do follows “members can”', 'What can members do?', /^Members can lend/],
    ['a label with a hyphen means one thing', 'I get K-7 when I book', /two bookings at one time/],
  ])('%s', (_what, question, reply) => expect(said(question)).toMatch(reply))

  it('of what was done before do not tell how to do it', () => {
    expect(said('How do I book a rehearsal?')).not.toContain('keep their room')
  })

  it('are not taken for answers when the thing itself is unknown', () => {
    expect(said('How do I change the logo of the desk?')).toMatch(/^The book does not say\./)
  })

  it('are quoted as no more than near when nothing answers', () => {
    expect(said('How heavy are the drums?')).toMatch(
      /^The book does not say\. What comes nearest, under “The desk”: “Drums are accepted/,
    )
  })
})

const CLASSES = found(
  '"Clay!" is for children from 5 to 8 years and takes one hour. "Glaze" is for ages 8 to 12. ' +
    '"Kiln" is for ages 13 and over. From November to March we open at weekends only, from 11:00 to 16:00. ' +
    'From April to October we open every day from 10:00 to 18:00. We close from 20 December to 6 January. ' +
    'Groups of twelve or more get 15% off. The smallest group is five people, the largest 30. ' +
    'On 4 May 1931 a lamp was knocked over in the store. The fire destroyed the roof. ' +
    'The classes were begun by Agnes Brill, a potter. Brill opened a shop in 1950. The copy of her first vase is in the hall.',
  ['Classes'],
)
const PRICES = found(
  'Guest: Adult; At the door: £9.50; Online: £8.50\nGuest: Child (5 to 16); At the door: £5.00; Online: £4.50\n' +
    'Guest: Family (2 adults, up to 3 children); At the door: £24.00; Online: £22.00',
  ['Prices'],
)
const told = (question: string) => answered(question, [CLASSES, PRICES]).text.replace(/ ?\[\d+\]/g, '')

describe('ages, dates and people', () => {
  it.each([
    ['an age lies in a range', 'Which class suits 7-year-olds?', /^"Clay!" is for children/],
    ['an open range has no upper end', 'Which class is right for a 40-year-old?', /^"Kiln"/],
    ['a feast lies in a stretch of the year', 'Are you open at Christmas?', /^No\. We close from 20 December/],
    ['so does a date, over the new year', 'Are you open on 2 January?', /^No\. We close from 20 December/],
    ['a season is some of its months', 'What are the opening times in winter?', /^From November to March/],
    ['a group is so many people', 'Can a group of eight get a discount?', /^No\. Groups of twelve/],
    [
      'a figure without its noun is of the one before',
      'Can we come with a group of 40 people?',
      /^No\. .*the largest 30/,
    ],
    ['what happened is told with its day', 'When was the fire?', /^On 4 May 1931 a lamp .* The fire destroyed/],
    ['a surname stands for the whole name', 'What did Agnes Brill open?', /Brill opened a shop/],
    ['each row has its own guests', 'What do two adults and two children pay online?', /^The total is £26\.00/],
    ['a named column is cheaper than the other', 'How much cheaper is an adult online?', /That saves £1\.00/],
  ])('%s: %s', (_what, question, reply) => expect(told(question)).toMatch(reply))
})
