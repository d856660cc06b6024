import { describe, expect, it } from 'vitest'
import { askedOf } from '../asked'
import { deedOf, isDoneBySomebody, namesPerson, PERSON_NAME, speaksOfDeed } from './people'

const VIEW = { glossary: [], name: '', role: '', audience: '' }
const asked = (question: string) => askedOf(question, VIEW, new Set())
const unit = (text: string) => ({ text, cells: [] })

describe('a name of a person', () => {
  it.each(['It was led by Martha Quill.', 'Ask Dr Amara.', 'Ludo van Hale teaches it.'])('is seen in “%s”', (text) =>
    expect(PERSON_NAME.test(text)).toBe(true),
  )

  it.each(['The Guillemot has no tea counter.', 'A Saturday in June.', 'Water is free.'])(
    'is not seen in “%s”',
    (text) => expect(PERSON_NAME.test(text)).toBe(false),
  )

  it('is found in a row’s other cells, not in what the row is about', () => {
    const cells = [
      { header: 'Room', value: 'Clara Wing' },
      { header: 'Bed', value: 'wide' },
    ]
    expect(namesPerson({ text: '', cells }, asked('Who sleeps there?'))).toBe(false)
    expect(
      namesPerson({ text: '', cells: [...cells, { header: 'Guide', value: 'Ada Finch' }] }, asked('Who guides?')),
    ).toBe(true)
  })
})

describe('a deed', () => {
  it.each([
    ['Who made the kiln?', 'made'],
    ['Who collects the bins?', 'collects'],
    ['Who is the warden?', undefined],
    ['Who may use the hut?', undefined],
    ['Who runs the shop?', undefined],
    ['What was made?', undefined],
  ])('that “%s” asks about: %s', (question, deed) => expect(deedOf(question)).toBe(deed))

  it.each([
    ['Who painted the stage?', 'The stage was painted by pupils.', true],
    ['Who painted the stage?', 'The stage was built in 1911.', false],
    ['Who saved the mill?', 'The mill was bought by Asta Berg.', true],
    ['Who saved the mill?', 'Asta Berg sings on Fridays.', false],
    ['Who collects the bins?', 'Bins are collected on Mondays.', true],
    ['Who is the warden?', 'Water is free.', true],
  ])('%s – “%s” speaks of it: %s', (question, text, speaks) =>
    expect(speaksOfDeed(unit(text), asked(question))).toBe(speaks),
  )

  it.each([
    ['Who issues the badge?', 'Badges are issued by the office.', true],
    ['Who painted the stage?', 'It was painted by pupils.', true],
    ['Who pays the postage?', 'Postage is paid by you.', true],
    ['Who pays the rent?', 'Rent is paid by card.', false],
    ['Who pays the rent?', 'Rent is paid by 1 May.', false],
  ])('%s – “%s” says who did it: %s', (question, text, says) =>
    expect(isDoneBySomebody(text, asked(question))).toBe(says),
  )
})
