import { describe, expect, it } from 'vitest'
import {
  datesIn,
  daysIn,
  editDistance,
  isEnglishWord,
  keepsTo,
  languageOf,
  monthsIn,
  oppositesOf,
  quantitiesIn,
  sayMoney,
  stem,
  synonymsOf,
} from './index'

const short = (text: string) => quantitiesIn(text).map(({ dimension, value, bound }) => [dimension, value, bound])

describe('quantities', () => {
  it.each([
    [
      'one suitcase of up to 20 kg',
      [
        ['count', 1, 'exact'],
        ['mass', 20_000, 'most'],
      ],
    ],
    ['nothing heavier than 3.5 tonnes', [['mass', 3_500_000, 'over']]],
    ['at least 20 minutes before', [['duration', 20, 'least']]],
    ['groups of ten or more people', [['count', 10, 'least']]],
    ['children under 5', [['age', 5, 'under']]],
    ['my 4-year-old', [['age', 4, 'exact']]],
    ['ten working days', [['duration', 14_400, 'exact']]],
    [
      '£1,120.50 a year',
      [
        ['money', 1120.5, 'exact'],
        ['duration', 525_960, 'exact'],
      ],
    ],
    ['at half past nine', [['clock', 570, 'exact']]],
    ['from 6.30 pm', [['clock', 1110, 'least']]],
    ['15 % off', [['percent', 15, 'exact']]],
  ])('“%s”', (text, expected) => expect(short(text)).toEqual(expected))

  it('names what is counted, and stops at a verb', () => {
    expect(quantitiesIn('four wheelchair spaces')[0]!.of).toEqual(['wheelchair', 'space'])
    expect(quantitiesIn('four bicycles cost too much')[0]!.unit).toBe('bicycles')
  })

  it('does not take a price for a time, nor a chapter for anything', () => {
    expect(quantitiesIn('£0.45').map((each) => each.dimension)).toEqual(['money'])
    expect(quantitiesIn('see 3.2 and 4.')).toEqual([])
  })

  it('compares and converts within a dimension', () => {
    const limit = quantitiesIn('7.5 metres')[0]!
    expect(keepsTo(8.2, 'most', limit.value)).toBe(false)
    expect(sayMoney(1234.5, '£')).toBe('£1,234.50')
  })
})

describe('parts and numbers in words', () => {
  it.each([
    ['lasts an hour and a half', [['duration', 90, 'exact']]],
    ['two and a half hours', [['duration', 150, 'exact']]],
    ['three quarters of an hour before', [['duration', 45, 'exact']]],
    ['a quarter of an hour', [['duration', 15, 'exact']]],
    ['every half hour', [['duration', 30, 'exact']]],
    ['within a fortnight', [['duration', 20_160, 'most']]],
    ['a whole week', [['duration', 10_080, 'exact']]],
    ['fourteen days', [['duration', 20_160, 'exact']]],
    ['seventeen minutes', [['duration', 17, 'exact']]],
    ['once your cat has woken up', []],
  ])('“%s”', (text, quantities) => expect(short(text)).toEqual(quantities))
})

describe('days and dates', () => {
  it.each([
    ['Monday to Friday', [0, 1, 2, 3, 4]],
    ['Fri–Mon', [0, 4, 5, 6]],
    ['on weekends', [5, 6]],
    ['Saturdays and Sundays', [5, 6]],
    ['every day', [0, 1, 2, 3, 4, 5, 6]],
    ['within ten working days', []],
    ['the sundial', []],
  ])('“%s”', (text, days) => expect([...daysIn(text)].sort()).toEqual(days))

  it.each([
    ['from November to February only', [1, 2, 11, 12]],
    ['open in May and from July to August', [5, 7, 8]],
    ['you may come in June', [6]],
    ['im Januar und Februar', [1, 2]],
  ])('the months of “%s”', (text, months) => {
    expect([...monthsIn(text)].sort((a, b) => a - b)).toEqual(months)
  })

  it('reads dates as people write them, and none that does not exist', () => {
    expect(datesIn('on 12 March 2027, March 3rd or 2027-01-04')).toMatchObject([
      { day: 12, month: 3, year: 2027 },
      { day: 3, month: 3 },
      { day: 4, month: 1, year: 2027 },
    ])
    expect(datesIn('31 February')).toEqual([])
  })
})

describe('words that belong together', () => {
  it('joins irregular forms and everyday synonyms', () => {
    expect(stem('kept')).toBe(stem('keep'))
    expect(stem('children')).toBe(stem('child'))
    expect(synonymsOf(stem('bike'))).toContain(stem('bicycle'))
    expect(oppositesOf(stem('opens'))).toContain(stem('close'))
    expect(synonymsOf(stem('puffin')).size).toBe(0)
  })

  it('measures slips of the pen', () => {
    expect(editDistance('luggage', 'lugagge')).toBe(1)
    expect(editDistance('tiket', 'ticket')).toBe(1)
    expect(editDistance('form', 'from')).toBe(1)
    expect(editDistance('cat', 'elephant', 2)).toBe(3)
    expect([isEnglishWord('compare'), isEnglishWord('brng')]).toEqual([true, false])
  })
})

describe('languages', () => {
  it.each([
    ['Wo ist die Kantine?', 'de'],
    ['Où est le parking ?', 'fr'],
    ['¿Dónde está la cantina y cuándo abre?', 'es'],
    ['Dove si trova la mensa e quando apre?', 'it'],
    ['Waar is de kantine en hoe laat gaat die open?', 'nl'],
    ['Where is the canteen?', 'en'],
    ['Price per person: £7.50; Price per head: £2.40', 'en'],
  ])('“%s” is %s', (text, language) => expect(languageOf(text)).toBe(language))

  it('keeps to what is expected when too little shows', () => {
    expect(languageOf('Kantine', 'de')).toBe('de')
    expect(languageOf('Kantine')).toBe('en')
  })

  it('stems each in its own way', () => {
    expect(stem('Häuser', 'de')).toBe(stem('Haus', 'de'))
    expect(stem('chevaux', 'fr')).not.toBe('')
  })
})

describe('more measures', () => {
  it.each([
    ['uses 45 kWh', 'energy', 45_000],
    ['draws 9 kW', 'power', 9000],
    ['holds 50 GB', 'data', 50_000_000],
    ['runs at 230 V', 'voltage', 230],
    ['drives 30 mph', 'speed', 48.28032],
    ['measures two acres', 'area', 8093.7128448],
  ] as const)('%s', (text, dimension, value) => {
    const [found] = quantitiesIn(text)
    expect(found!.dimension).toBe(dimension)
    expect(found!.value).toBeCloseTo(value, 6)
  })

  it('counts how often, but takes a rate for a rate', () => {
    expect(quantitiesIn('You can renew twice.')).toMatchObject([{ dimension: 'count', value: 2, unit: 'times' }])
    expect(quantitiesIn('Renew it three times.')).toMatchObject([{ value: 3, unit: 'times' }])
    expect(quantitiesIn('Water twice a week.').filter((each) => each.unit === 'times')).toEqual([])
  })

  it('reads bounds that stand before the figure in other words', () => {
    expect(quantitiesIn('max. load 150 kg')[0]!.bound).toBe('most')
    expect(quantitiesIn('Highest temperature: 90 °C')[0]!.bound).toBe('most')
  })
})

describe('quantities that lean on others', () => {
  const told = (text: string) => quantitiesIn(text).map(({ amount, bound, unit }) => [amount, bound, unit])

  it('take the unit of the other side', () =>
    expect(told('Sheds up to 2.4 by 1.8 metres')).toEqual([
      [2.4, 'most', 'metres'],
      [1.8, 'exact', 'metres'],
    ]))

  it('take the noun of the figure before', () =>
    expect(told('The smallest group is ten pupils, the largest 64.')).toEqual([
      [10, 'least', 'pupils'],
      [64, 'most', 'pupils'],
    ]))

  it('count the people of a group', () => {
    expect(told('Can a group of eight come?')).toEqual([[8, 'exact', 'people']])
    expect(told('Groups of twelve or more pay less.')).toEqual([[12, 'least', 'people']])
  })

  it('are none in the name of a kind of thing', () => {
    expect(told('Two-step sign-in is required.')).toEqual([])
    expect(told('A five-minute walk')).toEqual([[5, 'exact', 'minute']])
  })
})
