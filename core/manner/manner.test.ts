import { describe, expect, it } from 'vitest'
import { briefFrom } from '../brief'
import { takeTurn, withoutMarkers, type FoundPassage } from '../dialogue'
import { quantitiesIn } from '../text'
import { understudy } from '../understudy'
import { axesOf, gradeOf, profileTexts, syllablesIn } from './index'

const CHATTY = [
  'Hi there! We’re open all day. Don’t worry, it’s easy!',
  'Hi there! You’ll find us here. Isn’t that great? Cheers!',
]
const STIFF = [
  'Good day. It is our understanding that the applicant will possibly require additional documentation, which the office is obliged to request in writing. Kind regards',
  'Dear applicant. The committee has, after extensive consideration of the circumstances, concluded that it is not in a position to extend the period. Kind regards',
]

describe('the profile of texts', () => {
  const chatty = profileTexts(CHATTY)!
  const stiff = profileTexts(STIFF)!

  it('measures length, grade, contractions, greetings and sign-offs', () => {
    expect(chatty.sentenceLength).toBeLessThan(stiff.sentenceLength)
    expect(chatty.readingGrade).toBeLessThan(stiff.readingGrade)
    expect([chatty.contractions, stiff.contractions]).toEqual([1, 0])
    expect(chatty).toMatchObject({ greets: 1, greeting: 'Hi there' })
    expect(stiff).toMatchObject({ signsOff: 1, signOff: 'Kind regards' })
    expect(chatty.exclamations).toBeGreaterThan(0.4)
    expect(chatty.questions).toBeGreaterThan(0)
    expect(stiff.hedges).toBeGreaterThan(0)
    expect(chatty.person.second).toBeGreaterThan(0)
  })

  it('finds favourite words, and none among the words everyone uses', () => {
    const { favourites } = profileTexts([
      'The orchard is open. The orchard is near. We love the orchard and the people.',
    ])!
    expect(favourites).toEqual([{ word: 'orchard', times: 3 }])
  })

  it('shows eight axes from 0 to 100, each with its figure', () => {
    for (const axis of axesOf(chatty)) {
      expect(axis.value).toBeGreaterThanOrEqual(0)
      expect(axis.value).toBeLessThanOrEqual(100)
      expect(axis.figure).toMatch(/\d/)
    }
    expect(axesOf(chatty)).toHaveLength(8)
  })

  it('knows nothing of texts without a word', () => {
    expect(profileTexts(['', ' … '])).toBeUndefined()
  })

  it.each([
    ['cat', 1],
    ['water', 2],
    ['make', 1],
    ['compensation', 4],
  ])('counts the syllables of “%s”', (word, count) => expect(syllablesIn(word)).toBe(count))

  it('gives short words in short sentences a low grade', () => {
    expect(gradeOf(['the', 'cat', 'sat'], 1)).toBe(0)
    expect(gradeOf([], 0)).toBe(0)
  })
})

type Manner = NonNullable<Parameters<typeof briefFrom>[0]>['manner']

/** What is said must not change with how it is said. */
describe('the manner of an answer, measured', () => {
  const passage = (text: string): FoundPassage => ({
    passageId: 'p',
    sourceId: 's',
    sourceTitle: 'Sheds',
    text,
    headings: ['Fees'],
    locator: { kind: 'line', line: 1, label: 'line 1' },
    score: 1,
    parts: [],
    coverage: 1,
  })
  const FEES = passage(
    'A shed does not cost more than £9.00 a year. A shed is painted every four years. Sheds do not burn well.',
  )
  const say = async (manner: Manner, question = 'What does a shed cost?') => {
    const brief = briefFrom({ manner })
    const turn = await takeTurn(question, {
      brief,
      library: { search: () => [FEES] },
      model: understudy,
      conversation: [],
      clock: () => 0,
    })
    return withoutMarkers(turn.reply)
  }
  const figures = (text: string) => quantitiesIn(text).map((each) => `${each.dimension} ${each.value}`)
  const SETTINGS: readonly Manner[] = [
    { dials: { formality: 0 } },
    { dials: { formality: 100 } },
    { dials: { warmth: 100, brevity: 20 } },
    { dials: { playfulness: 100, brevity: 20, formality: 20 } },
    { dials: { directness: 0 } },
    { samples: CHATTY },
    { samples: STIFF },
    { format: { readingGrade: 4, emoji: true, signOff: 'Bye!' } },
  ]

  it.each(SETTINGS.map((manner) => [JSON.stringify(manner).slice(0, 60), manner] as const))(
    'states the same facts with %s',
    async (_name, manner) => {
      const text = await say(manner)
      expect(figures(text)).toContain('money 9')
      expect(text).not.toMatch(/\s{2,}|\.\.|undefined|\[\d/)
      expect(text).toMatch(/[.!?)\p{Extended_Pictographic}]$/u)
    },
  )

  it('changes what the dials promise: contractions, length, courtesy, hedges', async () => {
    const profile = async (manner: Parameters<typeof say>[0]) => profileTexts([await say(manner)])!
    expect((await profile({ dials: { formality: 0, warmth: 0 } })).contractions).toBe(1)
    expect((await profile({ dials: { formality: 100, warmth: 0 } })).contractions).toBe(0)
    const length = async (brevity: number) => (await say({ dials: { brevity, warmth: 0 } })).length
    expect(await length(100)).toBeLessThan(await length(0))
    expect(await say({ dials: { directness: 0, warmth: 0 } })).toMatch(
      /^(?:As far as I can see|From what I have here|Going by my documents), /,
    )
    expect((await say({ dials: { warmth: 95, brevity: 30 } })).length).toBeGreaterThan(
      (await say({ dials: { warmth: 0, brevity: 30 } })).length,
    )
  })

  it('takes up the habits of the samples', async () => {
    expect(profileTexts([await say({ samples: CHATTY })])!.contractions).toBe(1)
    const stiff = await say({ samples: STIFF })
    expect(profileTexts([stiff])!.contractions).toBe(0)
    expect(stiff).toContain('Kind regards')
  })
})
