import { describe, expect, it } from 'vitest'
import { answered, found } from '../../testing'

/** A small library of its own: a boat yard that lets boats out. */
const BOATS = found(
  'No: 1; Boat: Rowing boat; Hire per hour: £8.00; Deposit: £20.00; Weight: 90 kg; Places: 3\n' +
    'No: 2; Boat: Canoe; Hire per hour: £11.00; Deposit: £50.00; Weight: 28 kg; Places: 2\n' +
    'No: 3; Boat: Canoe long; Hire per hour: £14.00; Deposit: £50.00; Weight: 41 kg; Places: 4',
  ['Boats'],
  'Price list',
)
const HOURS = found(
  'Season: Summer; Monday to Friday: 09:00–19:00; Saturday: 08:00–20:00; Sunday: closed\n' +
    'Season: Winter; Monday to Friday: 10:00–16:00; Saturday: closed; Sunday: closed',
  ['Opening hours'],
  'Opening hours of the yard',
)
const YARD = found(
  'Life jackets must be worn on the water. Pets are not allowed in the boats. Guests pay £3 a day for the jetty. ' +
    'The office is staffed on weekdays from 09:00 to 17:00. The crane lifts 800 kg. ' +
    'In case of a capsize, stay with the boat and blow the whistle.',
  ['The yard'],
)
const PARKING = found('There are ten spaces behind the shed. They cost £2 a day.', ['Is there parking?'], 'Questions')
const LATE = found(
  'Forty pence for every minute. The first ten minutes are free.',
  ['What if I come back late?'],
  'Questions',
)
const ALL = [BOATS, HOURS, YARD, PARKING, LATE]

const said = (question: string, ...more: Parameters<typeof answered>[2][]) =>
  answered(question, ALL, ...more).text.replace(/ ?\[\d+\]/g, '')

describe('the most or the least of a table', () => {
  it.each([
    ['Which boat has the highest deposit?', 'For Canoe, the deposit is £50.00. For canoe long, the deposit is £50.00.'],
    ['What is the cheapest boat?', 'For rowing boat, the hire per hour is £8.00.'],
    ['Which boat is the lightest?', 'For Canoe, the weight is 28 kg.'],
    ['Which boat has the most places?', 'For canoe long, there are 4 places.'],
  ])('%s', (question, answer) => expect(said(question)).toBe(answer))

  it('is not told of things no table lists', () => {
    expect(said('Which house has the highest rent?')).toContain('The book does not say.')
  })
})

describe('sums', () => {
  it('adds several things of one table', () => {
    expect(said('How much are the deposits for a rowing boat and a canoe together?')).toContain('£70.00')
  })

  it('takes a longer name for the longer name only', () => {
    expect(said('What is the deposit for a canoe long?')).toBe('For canoe long, the deposit is £50.00.')
  })

  it('multiplies a price a day by heads and by days', () => {
    expect(said('How much do four guests pay for one day?')).toContain('£12.00')
    expect(said('How much do four guests pay for two days?')).toContain('£24.00')
  })
})

describe('a price told as a share of another', () => {
  const KILN = found(
    'Members pay £20 for a full glaze firing and £12 for a full bisque firing. Half loads cost 60 % of that. Guests pay twice the members’ price.',
    ['Cost of a firing'],
  )
  const ask = (question: string) => answered(question, [KILN]).text.replace(/ ?\[\d+\]/g, '')

  it.each([
    ['How much is half a load of glaze firing?', 'The total is £12.00: 60 % × £20.00.'],
    ['What do guests pay for a bisque firing?', 'The total is £24.00: 2 × £12.00.'],
  ])('%s', (question, total) => expect(ask(question)).toContain(total))

  it('is left alone when the full price is asked for', () => {
    expect(ask('What do members pay for a glaze firing?')).not.toContain('total')
  })
})

describe('yes and no', () => {
  it.each([
    ['Is the yard open on Sundays in summer?', /^No\./],
    ['Is the yard open on Saturdays in summer?', /^Yes\./],
    ['Can I take my dog in the boats?', /^No\. Pets are not allowed/],
    ['Is the office open at weekends?', /^No\. The office is staffed on weekdays/],
    ['Can the crane lift 900 kg?', /^No\. The crane lifts 800 kg/],
    ['Can the crane lift 700 kg?', /^Yes\. The crane lifts 800 kg/],
    ['Is there parking?', /^Yes\. There are ten spaces behind the shed/],
  ])('%s', (question, answer) => expect(said(question)).toMatch(answer))
})

describe('a heading that asks', () => {
  it('is answered by what stands under it', () => {
    expect(said('What happens if I come back late?')).toMatch(/^Forty pence for every minute/)
  })

  it('does not answer a question that only shares a word with it', () => {
    expect(said('Is there a café?')).not.toContain('ten spaces')
  })
})

describe('cases', () => {
  it('are answered by the sentence that is for them', () => {
    expect(said('What do I do if we capsize?')).toBe('In case of a capsize, stay with the boat and blow the whistle.')
  })
})

describe('a rule that wants a table', () => {
  const brief = { rules: [{ id: 't', do: 'Use a table.' }] }

  it('has rows of one table laid out under their headers, each with its source', () => {
    expect(answered('Compare the canoe and the canoe long', ALL, brief).text).toBe(
      '| Boat | Hire per hour | Weight | Places |\n| --- | --- | --- | --- |\n| Canoe | £11.00 | 28 kg | 2 [1] |\n| Canoe long | £14.00 | 41 kg | 4 [1] |',
    )
  })

  it('leaves an answer in sentences as it is', () => {
    expect(said('Must life jackets be worn?', brief)).toBe('Yes. Life jackets must be worn on the water.')
  })
})

describe('what a rule put into the reply', () => {
  const rule = (act: string, when = '') => ({ rules: [{ id: 'r', when, do: act }] })
  const wordsOf = (question: string, brief: Parameters<typeof answered>[2]) =>
    answered(question, ALL, brief).notes.flatMap((note) => note.words ?? [])

  it('is named by its very words', () => {
    expect(wordsOf('Must life jackets be worn?', rule('say “They lie by the door.”'))).toEqual([
      'They lie by the door.',
    ])
    expect(wordsOf('Must life jackets be worn?', rule('say “vests” instead of “jackets”'))).toEqual(['vests'])
  })

  it('is nothing when the rule was not called for', () => {
    expect(
      wordsOf('Must life jackets be worn?', rule('say “They lie by the door.”', 'someone asks about parking')),
    ).toEqual([])
  })
})

describe('what documents put in other words than questions', () => {
  const SHED = found(
    'Fires are allowed from November to February only, and must not be left alone. Plots may not be sublet. ' +
      'Hens and rabbits may be kept, up to twelve in all. You can freeze your membership for three months. ' +
      'Membership costs £36 a month. There are 140 names on the waiting list. The badge is issued by the county.',
    ['Using the plot'],
    'Rules of the sheds',
  )
  const OFFICER = found(
    'The officer is Wilf Garraway. You reach him on Tuesdays from 10:00 to 12:00. The shed is open daily. It is closed on Mondays.',
    ['Contact'],
    'Rules of the sheds',
  )
  const DAMAGE = found(
    'Keep the packaging and tell us within 48 hours. Write to the stores.',
    ['Damaged on arrival'],
    'Deliveries',
  )
  const here = (question: string) => answered(question, [SHED, OFFICER, DAMAGE]).text.replace(/ ?\[\d+\]/g, '')

  it.each([
    [
      'May I light a fire in July?',
      'No. Fires are allowed from November to February only, and must not be left alone.',
    ],
    ['Can I rent out my plot?', 'No. Plots may not be sublet.'],
    ['Can I keep hens on my plot?', 'Yes. Hens and rabbits may be kept, up to twelve in all.'],
    ['Can I keep fifteen rabbits?', 'No. Hens and rabbits may be kept, up to twelve in all.'],
    ['Can I put my membership on hold?', 'Yes. You can freeze your membership for three months.'],
    ['How many people are on the waiting list?', 'There are 140 names on the waiting list.'],
    ['Who issues the badge?', 'The badge is issued by the county.'],
    ['When can I reach the officer?', 'The officer is Wilf Garraway. You reach him on Tuesdays from 10:00 to 12:00.'],
    ['Is the shed open on Mondays?', 'No. The shed is open daily. It is closed on Mondays.'],
    ['My parcel arrived broken. What now?', 'Keep the packaging and tell us within 48 hours. Write to the stores.'],
  ])('%s', (question, answer) => expect(here(question)).toBe(answer))

  it('does not take what merely names the thing for leave, or for how to do it', () => {
    expect(here('Can I share my membership?')).not.toContain('Yes')
    expect(here('How do I pay the county?')).toContain('The book does not say.')
  })
})
