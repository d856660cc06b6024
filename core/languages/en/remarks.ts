/**
 * English words that a careful reader of a brief stops at, as data. Lists are written as in `LanguageWords`: phrases in
 * small letters parted by commas, `…` for up to four words.
 */
export const REMARK_WORDS = {
  /** Leaves open what is to be done, or whether. */
  vague:
    'if possible, if you can, when possible, whenever possible, where possible, where relevant, where applicable, as needed, as necessary, if necessary, as appropriate, as required, appropriate, appropriately, suitable, suitably, proper, properly, reasonable, reasonably, in a timely manner, and so on, etc, use judgement, use judgment, use your judgement, use your judgment, use best judgement, use best judgment, use your best judgement, use your best judgment, when it makes sense, adequate, adequately',
  /** Allows no exception. */
  absolute:
    'always, never, under no circumstances, without exception, in every case, everyone, everybody, nobody, no one',
  /** Introduces an exception. */
  exception:
    'except, except for, unless, but not, other than, apart from, with the exception of, exempt, exempted, only if, does not apply, do not apply',
  /** Says that something was done, or will be, by somebody. */
  promise:
    'i have passed, i passed, i will pass, we have passed, passed that on, passed it on, passed this on, i have forwarded, i will forward, i have sent, i will send, we will send, we send you, i have told, i will tell them, i will let them know, i have let, we will write, we write to you, we will call, we call you, we will contact, we will be in touch, we will get back, get back to you, someone will, somebody will, a colleague will, will be in touch, will contact you, will call you, will write to you, will reply to you, is booked, has been booked, have been booked, i have booked, i have reserved, is reserved, has been reserved, we cancel it, i have cancelled, has been cancelled, is cancelled, i have ordered, has been ordered, i have changed your, has been changed, you will hear from us, you will receive',
  /** Of steps: uses everything that was given. */
  usesAll:
    'repeat, repeats, repeating, read back, reads back, sum up, sums up, summarise, summarize, summarises, summarizes, confirm, confirms, list, lists',
  /** Turns a word of a persona round. */
  turned: 'not, never, no, without, avoid, hardly, less',
  /** What words of a persona say of each dial: its low end, and its high end. */
  dials: {
    formality: ['casual, informal, relaxed, laid-back, colloquial, slangy', 'formal, ceremonious, stately, official'],
    warmth: [
      'cool, cold, detached, matter-of-fact, impersonal, curt',
      'warm, warm-hearted, friendly, kind, caring, cheerful, welcoming, affectionate',
    ],
    brevity: [
      'detailed, thorough, talkative, chatty, long-winded, at length, in detail, expansive',
      'brief, concise, short, terse, laconic, succinct, few words',
    ],
    playfulness: [
      'serious, solemn, sober, grave, earnest',
      'playful, funny, joking, jokes, witty, humorous, cheeky, whimsical',
    ],
    directness: [
      'cautious, tactful, diplomatic, roundabout, hedging',
      'direct, blunt, frank, straightforward, plain-spoken, outspoken',
    ],
  },
} as const
