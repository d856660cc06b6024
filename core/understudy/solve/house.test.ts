import { describe, expect, it } from 'vitest'
import { answered, found } from '../../testing'

/** A small library of its own: a boarding house for cats and its café. */
const STAY = found(
  'Cats stay in rooms of their own. The house is open from March to October. It sleeps 30 people. ' +
    'Guests may walk in the orchard, but not in the yard. Well-behaved cats are welcome in the lounge; they cannot come into the kitchen. ' +
    'The bus to the house leaves at 9:15, except on Sundays. We do not hire out baskets. Blankets are included. ' +
    'The grooming course takes one day. You must be at least 16. It is taught by Ivo Larch, who is a groomer. ' +
    'Kites frighten the birds, so please leave yours at home. The plan pays for food. It is not an insurance. ' +
    'Owners see the till but not the diary; keepers see the diary but not the till. ' +
    'The hall opens at 8:00 and closes at 21:30; it is shut on Sundays and in the school holidays. ' +
    'The kitten camp in July is for pupils from 9 to 15 years.',
  ['Staying'],
  'The house',
)
const HOURS = found('The café is open Monday to Friday from 8:30 to 18:30. We are closed on public holidays.', [
  'Hours',
])
const RULES = found(
  'Shoes come off in the porch. The house is quiet from 22:00. Nobody feeds a cat that is not their own.',
  ['House rules'],
  'The house',
)
const SUPPER = found('Supper costs £13.50 (children under 12: £8). It is served at 19:00.', ['Food'], 'The house')
const HIRE = found('- Basket: £6 a day, with a lid\n- Lead: £3 a day\n- Brush: £1 a day', ['Things to hire'], 'Hire')
const ROOMS = found(
  'Room: Willow; Per month: £14.00; Second cat: £12.00\nRoom: Maple; Per month: £20.00; Second cat: £16.00\n' +
    'Room: Elder; Per month: £24.00; Second cat: £19.00',
  ['What it costs'],
  'Rooms',
)
const BY_WEIGHT = found(
  'Cat: Small cat (under 3 kg); Fee: £5.00\nCat: Medium cat (3 to 6 kg); Fee: £7.00\nCat: Large cat (over 6 kg); Fee: £9.00',
  ['Worming'],
  'Fees',
)
const ALIAS = found('- Maple: family room with a balcony\n- Willow: room by the stairs', ['Rooms'], 'The house')
const PEOPLE = found(
  'Name: Ada Finch; Role: Owner of the house; Days: Monday\nName: Bo Reed; Role: Keeper; Days: Tuesday',
  ['Our people'],
  'The house',
)
const YOUNG = found('Room: Barn; Adult per night: £17; Under 18 per night: £12', ['Prices for people'], 'Prices')
const ALL = [STAY, HOURS, RULES, SUPPER, HIRE, ROOMS, BY_WEIGHT, ALIAS, PEOPLE, YOUNG]
const said = (question: string) => answered(question, ALL).text.replace(/ ?\[\d+\]/g, '')

describe('a yes or no', () => {
  it.each([
    ['is held against the clause that alone speaks of the place', 'Are cats allowed in the kitchen?', /^No\./],
    ['stays a yes for the other clause', 'Are cats allowed in the lounge?', /^Yes\./],
    ['is turned round for what is left out', 'May I walk in the yard?', /^No\. Guests may walk/],
    ['is turned round on a day that is left out', 'Does the bus go on Sundays?', /^No\. The bus/],
    ['stays a yes on other days', 'Does the bus go on Mondays?', /^Yes\. The bus/],
    ['hears the sentence after', 'Is the plan an insurance?', /^No\. .*It is not an insurance/],
    ['hears what is to be left at home', 'Can I fly a kite?', /^No\. Kites frighten/],
    ['leaves what is said of others to them', 'Can a keeper see the diary?', /^Yes\. Owners see the till/],
    ['keeps hours and holidays in one clause', 'Is the hall open in the holidays?', /^No\. The hall opens/],
    ['knows a camp by its ages', 'Can my 16-year-old come to the kitten camp?', /^No\. The kitten camp/],
    ['is told from the ages for those within', 'Can my 12-year-old come to the kitten camp?', /^Yes\. The kitten camp/],
    ['need not be brought what is included', 'Do I have to bring blankets?', /^No\. Blankets are included/],
    ['knows renting out from hiring out', 'Do you rent out baskets?', /^No\. We do not hire out/],
    ['knows feasts as public holidays', 'Is the café open on Christmas Day?', /^No\. We are closed on public holidays/],
    ['is held against an age said a sentence later', 'Can my 15-year-old do the grooming course?', /^No\. You must be/],
  ])('%s', (_what, question, reply) => expect(said(question)).toMatch(reply))

  it('is not told from a line on something else', () => {
    const before = found('Water may stay down until you leave the house. Give your cat its last meal at 20:00.')
    expect(answered('Can I leave my cat with you while I am on holiday?', [before]).text).not.toMatch(/^(?:Yes|No)\b/)
  })
})

describe('sums', () => {
  it.each([
    ['a span has so many shorter ones', 'How much is Willow for a whole year?', '£168.00: 12 × £14.00'],
    ['each group has a clause', 'How much is supper for two adults and two children under 12?', '£43.00'],
    ['each thing has a line', 'How much are a basket and a lead for a day?', '£9.00: 1 × £6.00 (basket) + 1 × £3.00'],
    ['the young have a column', 'What do two adults and one child of 15 pay for a night in the barn?', '£46.00'],
  ])('%s', (_what, question, total) => expect(said(question)).toContain(total))
})

describe('rows', () => {
  it('are chosen by the range that a measure lies in', () => {
    expect(said('What is the worming fee for a cat of 4 kg?')).toBe('For Medium cat (3 to 6 kg), the fee is £7.00.')
    expect(said('What is the worming fee for a cat of 9 kg?')).toBe('For Large cat (over 6 kg), the fee is £9.00.')
  })

  it('are chosen by what another line calls them', () => {
    expect(said('How much is the family room?')).toMatch(/^For Maple, it is £20\.00 per month/)
  })

  it('about a person answer who is what', () => {
    expect(said('Who owns the house?')).toContain('Ada Finch')
  })
})

describe('facts', () => {
  it.each([
    ['hours tell when it closes', 'When does the café close on Friday?', /18:30/],
    ['months are asked for', 'Which months are you open?', /from March to October/],
    ['those who sleep there are counted', 'How many guests can you put up?', /sleeps 30/],
    ['who teaches is a name', 'Who teaches the grooming course?', /Ivo Larch/],
    ['what is only told need not be repeated', 'I have lost my way. What does a brush cost?', /Brush: £1/],
    ['a section is summed up by its name', 'Summarise the house rules', /Shoes come off/],
  ])('%s', (_what, question, reply) => expect(said(question)).toMatch(reply))

  it('of hiring say nothing of buying', () => {
    const forHire = found('Thing: Harp; Hire per term: £30; Deposit: £60', ['Hire'])
    expect(answered('How much is a new harp?', [forHire]).text).toContain('The book does not say.')
    expect(answered('How much is it to hire a harp?', [forHire]).text).toContain('£30')
  })

  it('are quoted as near with what their row is about', () => {
    expect(answered('Who sleeps in the room Elder?', [ROOMS]).text).toMatch(
      /“Elder: per month £24\.00; second cat £19\.00\.”/,
    )
  })
})
