/**
 * How English-speaking designers say what was wrong with an answer, as data. Lists are written as in `LanguageWords`:
 * phrases in small letters parted by commas, `…` for up to four words.
 */
export const COMPLAINTS = {
  tooLong:
    'too long, too wordy, long-winded, wordy, rambling, rambles, shorter, keep it short, too much text, too many words, wall of text, get to the point, to the point, too much detail, waffle, be brief',
  tooShort: 'too short, too brief, too terse, more detail, say more, longer, in more detail, fuller',
  missing:
    "missing, is missing, left out, forgot, forgets, omitted, omits, nothing about, does not know, doesn't know, should know, knows nothing, no answer, unanswered, not answered, incomplete, should be able to answer",
  wrongSource:
    "wrong source, wrong document, wrong page, wrong table, wrong file, outdated, out of date, old version, old prices, no longer valid, not valid any more, not valid anymore, expired, last year, superseded, that is the, that's the, this is the, comes from the wrong, should come from",
  wrong:
    'wrong, incorrect, not true, false, mistaken, not right, untrue, nonsense, is not so, error, mixes up, mixed up',
  decline:
    'should have declined, should decline, should not answer, should not have answered, must not answer, should not talk about, must not talk about, none of its business, not its business, out of scope, stay out of, should stay out, should refuse, should have refused, not our subject',
  shouldAnswer:
    'should have answered, should answer, should not have declined, should not decline, should not refuse, why does it decline, declined wrongly, is allowed to answer',
  ask: "should have asked, should ask, ask which, ask whether, ask first, asks first, should find out, should have found out, did not ask, didn't ask",
  passOn:
    'should have passed on, should have been passed on, should pass on, should have passed it on, should pass it on, should have handed over, should hand over, should be handed over, to a person, to a human, to a colleague, needs a person',
  /** What follows must not be said. */
  neverSay:
    "never say, never mention, never use, do not say, do not mention, do not use, don't say, don't mention, don't use, must not say, must not mention, must not use, should not say, should not mention, should not use, should not have said, shouldn't say, shouldn't mention, stop saying, avoid saying, avoid the word, avoid, we never say, not the word",
  /** What follows should have been said. */
  shouldSay:
    "should have said, should say, should have offered, should offer, should have mentioned, should mention, should have told, should tell, should have added, should add, should include, should have included, should have pointed to, should point to, forgot to say, forgot to mention, forgot to offer, did not say, did not mention, did not offer, didn't say, didn't mention, didn't offer, must say, must mention, must offer, needs to say, needs to mention, always say, always mention, always offer, say that, said, offered, mentioned, added",
  /** Words before what is offered, rather than said. */
  offers: 'offer, offered, suggest, suggested, recommend, recommended',
  sorry: 'sorry, apologise, apologize, apologised, apologized, an apology, apologies',
  /** Stand before what is to be said and are no part of it. */
  lead: 'that, them, the visitor, the customer, the passenger, him, her, people, to, about, is, was, the words, the word, also, at least, it, of, for, with',
  /** Turn a tone round: "not formal enough". */
  enough: 'enough, more, should be, could be, ought to be, be more',
  /** Words for a tone that is off, by dial: what asks for more of it, and what asks for less. */
  tone: {
    formality: [
      'casual, informal, sloppy, slangy, chummy, too relaxed, unprofessional, too familiar, flippant',
      'formal, stiff, stuffy, stilted, bureaucratic, officialese, legalese, wooden, pompous',
    ],
    warmth: [
      'cold, cool, unfriendly, curt, impersonal, rude, unkind, brusque, abrupt, robotic, harsh, unwelcoming, dismissive',
      'gushing, gushy, overfriendly, over-friendly, sugary, saccharine, too friendly, too warm, fawning',
    ],
    brevity: [
      'chatty, talkative, long-winded, too long, wordy, rambling, rambles, waffle',
      'terse, too short, too brief, clipped',
    ],
    playfulness: ['dull, dry, boring, humourless, flat', 'silly, jokey, childish, cheesy, too playful, too funny'],
    directness: [
      'evasive, vague, hedging, hedges, roundabout, mealy-mouthed, wishy-washy, beats about the bush',
      'blunt, too direct, too frank, brutal',
    ],
  },
  /** Words of praise by dial, which ask for more of it: "should be warmer". */
  more: {
    formality: 'formal, more formal, professional, polite',
    warmth: 'warm, warmer, friendly, friendlier, kind, kinder, welcoming, more welcoming',
    brevity: 'brief, briefer, short, shorter, concise, crisp, crisper',
    playfulness: 'playful, funny, funnier, light-hearted, fun',
    directness: 'direct, more direct, clear, clearer, plain, plainer, straightforward',
  },
} as const
