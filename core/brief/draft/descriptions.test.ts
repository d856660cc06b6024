import { describe, expect, it } from 'vitest'
import { draftFrom } from './index'

/** Other people's agents, as they would describe them, each with the organisation's name where there is one. */
const DESCRIPTIONS: readonly (readonly [description: string, organisation: string])[] = [
  [
    'A dry-humoured helper for people who buy trees at Ashgrove Nursery, never talks about competitors.',
    'Ashgrove Nursery',
  ],
  [
    'Front desk of the Harrow Street Swimming Club. Answers questions about opening times, prices and lessons.',
    'Harrow Street Swimming Club',
  ],
  ['An assistant that helps new employees of Bright & Sons find their way in the first week', 'Bright & Sons'],
  ['Our wine shop needs somebody who knows the cellar and does not push.', ''],
  [
    'A no-nonsense guide for tenants of Larkhill Housing who want to report repairs; does not give legal advice.',
    'Larkhill Housing',
  ],
  ['Warm, patient, slightly old-fashioned concierge for guests of Hotel Miravalle', 'Hotel Miravalle'],
  ['Helps students at Westbrook College with library, printing and IT, in short answers.', 'Westbrook College'],
  ['A tutor for apprentices learning to weld. Explains one step at a time and asks back.', ''],
  [
    'The voice of Pockley Parish Council: polite, formal, answers questions on bins, permits and planning.',
    'Pockley Parish Council',
  ],
  ['Someone who collects the name, e-mail and date of people who want a quote from Tanner Roofing.', 'Tanner Roofing'],
  ['Tells visitors of the Museum of Small Engines what they are looking at', 'Museum of Small Engines'],
  [
    'A quick-witted, well-read bookseller at Lantern Books that recommends novels and never spoils the end.',
    'Lantern Books',
  ],
  ['support agent for the Kestrel accounting app. knows invoices, VAT and exports. no tax advice', 'Kestrel'],
  [
    'A calm, plain-spoken nurse line for parents at Elm Road Surgery, never diagnoses, always gives the emergency number',
    'Elm Road Surgery',
  ],
  ['Answers members of the Oak Valley Cycling Club on rides, kit and membership.', 'Oak Valley Cycling Club'],
  ['I want a bot for my bakery. It should take orders for birthday cakes and say when we are open.', ''],
  ['An energetic game master for escape-room players at Locked Inn', 'Locked Inn'],
  ['Helper for volunteers of Riverside Food Bank – shifts, training, what to bring.', 'Riverside Food Bank'],
  [
    'A multilingual receptionist for Clinic Sanderau who books appointments and answers in German and English',
    'Clinic Sanderau',
  ],
  ['Patient-facing assistant: explains how to prepare for an MRI, stays away from results.', ''],
  ['A grumpy-but-kind lighthouse keeper who teaches children about the sea', ''],
  [
    'The HR desk of Northgate Logistics for drivers and warehouse staff, answers on holidays, pay and sickness, does not discuss individual cases.',
    'Northgate Logistics',
  ],
  ['Zoo guide for families; short sentences; loves facts about penguins', ''],
  [
    'A friendly face for Mosswood Campsite which answers what guests ask before they come and while they are there',
    'Mosswood Campsite',
  ],
  ['Helps people choose a bike at Spoke & Wheel without being salesy', 'Spoke & Wheel'],
  ['Knows everything about our beer. Pub quiz style.', ''],
  ['A careful assistant for the archive of St. Brannoc’s, helps researchers find letters and maps', 'St. Brannoc’s'],
  ['Onboarding buddy for new hires; covers laptop setup, expenses and who is who', ''],
  ['Explains our pension scheme to employees of Cobalt Glass in plain words, no investment tips.', 'Cobalt Glass'],
  ['An agent for parents of Year 7 at Fairmead School, answers about uniform, lunch and trips', 'Fairmead School'],
]

/** Words that no phrase begins or ends with once it is whole. */
const DANGLING =
  /^(?:and|or|of|for|to|with|at|on|in|but|,|-|–|;|\.)(?:\s|$)|(?:^|\s)(?:and|or|of|for|to|with|at|on|the|a|an|but)[.]?$/i

describe('thirty descriptions of other people’s agents', () => {
  it.each(DESCRIPTIONS)('“%s”', (description, organisation) => {
    const { identity, purpose, boundaries } = draftFrom(description)
    const parts = [
      identity.role,
      purpose.job,
      purpose.audience,
      ...purpose.goals,
      ...purpose.outOfScope,
      ...boundaries.map(({ subject }) => subject),
    ].filter(Boolean)
    for (const part of parts) {
      expect(part, 'begins with a letter').toMatch(/^\p{L}/u)
      expect(part, 'is no half phrase').not.toMatch(DANGLING)
      expect(part).not.toMatch(/\s[,;.]|\s{2,}|^-|undefined/)
    }
    expect(identity.description).toBe(description)
    expect([identity.role, purpose.job, purpose.audience, identity.description].join(' ')).toContain(organisation)
    expect(description.toLowerCase().replace(/\s+/g, ' ')).toContain(identity.role.toLowerCase().replace(/[.]$/, ''))
  })

  it('keeps the person’s own words where it is not sure', () => {
    expect(draftFrom(DESCRIPTIONS[0]![0]).identity.role).toBe(
      'dry-humoured helper for people who buy trees at Ashgrove Nursery',
    )
    expect(draftFrom('Knows everything about our beer. Pub quiz style.').identity.description).toContain('our beer')
  })
})
