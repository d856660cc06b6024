import { describe, expect, it } from 'vitest'
import { answered, found } from '../../testing'

/** A library that speaks of many things, and tells of each only what it tells. */
const HALL = found(
  'The hall is heated and has two pianos. The crew keeps ginger tablets behind the counter. ' +
    'Children under 12 may not enter the workshop. The hall was built in 1911 by Asta Berg, a weaver of 31. ' +
    'Dogs are welcome in the garden, though the cake is sweet. Drones frighten the birds, so please leave yours at home. ' +
    'The teaching pool is 90 cm deep and 25 metres long. The rent is £142 per week. ' +
    'The caretaker, who lives in the cottage, rings the bell. The stage was painted by pupils. ' +
    'We do not pay for hotels when a train is delayed. From May to August the hall is open daily; last admission is at 16:00.',
  ['About the hall'],
  'The hall',
)
const PRICES = found('Activity: Gym; Adult: £8.00; Junior: £4.00', ['Prices'], 'Prices')
const PEOPLE = found('Name: Ada Finch; Role: Keeper; Days: Monday\nName: Bo Reed; Role: Cook; Days: Friday', ['People'])

const ask = (question: string) => answered(question, [HALL, PRICES, PEOPLE]).text.replace(/ ?\[\d+\]/g, '')
const UNKNOWN = /^The book does not say\./

describe('what the library does not tell, though it speaks of the thing', () => {
  it.each([
    ['what something is', 'Is the crew friendly?'],
    ['how something is', 'Is the bell loud?'],
    ['what something has', 'Does the workshop have a balcony?'],
    ['an age, where one is only let in by age', 'How old is the workshop?'],
    ['who did it, where others do other things', 'Who made the counter?'],
    ['leave, where it is given for something else', 'Can I smell the cake?'],
    ['leave to do nothing to anything', 'Can I sleep in the garden?'],
    ['leave, where only the noun is named', 'Can I rent the stage?'],
    ['a time long gone, where today’s hours are told', 'When did the king visit the hall?'],
    ['when somebody stops, where their days are told', 'When does the keeper retire?'],
    ['how loud, where it may be played', 'How loud is the bell?'],
  ])('is not made up: %s', (_what, question) => expect(ask(question)).toMatch(UNKNOWN))
})

describe('what it does tell', () => {
  it.each([
    ['what something is', 'Is the hall heated?', /^Yes\./],
    ['what something has', 'Does the hall have pianos?', /^Yes\./],
    ['the age of a thing by its year', 'How old is the hall?', /1911/],
    ['the age of a person', 'How old was Asta Berg?', /weaver of 31/],
    ['who did it', 'Who painted the stage?', /by pupils/],
    ['leave for what is named', 'Can I bring a dog into the garden?', /^Yes\./],
    ['leave taken away from what stood before', 'Can I fly my drone?', /^No\./],
    ['the measure that is asked', 'How long is the teaching pool?', /25 metres/],
    ['the price, not whether it is dear', 'Is the gym expensive?', /^(?!Yes).*£8\.00/],
  ])('is told: %s', (_what, question, reply) => expect(ask(question)).toMatch(reply))
})

describe('rows about one thing that differ beside it', () => {
  const BOATS = found(
    ['Monday to Friday', 'Saturday', 'Sunday']
      .map((days, at) => `Route: Quay to Isle; Days: ${days}; Last departure: ${['18:30', '18:30', '17:00'][at]}`)
      .join('\n'),
    ['Timetable of the boats'],
  )

  it('are told in one sentence, what is the same only once', () => {
    expect(answered('When is the last boat to Isle?', [BOATS]).text).toBe(
      'For Quay to Isle, the last departure is 18:30 (Monday to Friday and Saturday) and 17:00 (Sunday) [1].',
    )
  })

  it('stay rows in a reply laid out as a table', () => {
    const rules = [{ id: 'r', when: '', do: 'use a table' }]
    expect(answered('When is the last boat to Isle?', [BOATS], { rules }).text.split('\n')).toHaveLength(5)
  })
})
