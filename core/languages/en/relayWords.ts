/**
 * How English people tell in a sentence what is to be done in several steps, as data. Lists are written as in
 * `LanguageWords`: phrases in small letters parted by commas, `…` for up to four words.
 */
export const RELAY_WORDS = {
  /** Begins another step. */
  next: 'and then, then, after that, afterwards, next, finally, and finally, at the end, in the end, and also',
  /** Has somebody do something. */
  has: 'ask, have, let, get, tell, make, and ask, and have, and let, and get, and tell',
  /** At the same time as the step before. */
  alongside: 'at the same time, meanwhile, in parallel, alongside, together with that',
  /** A person looks before it goes on. */
  approval:
    'let me look, let me see, let me check, let me read, let me approve, let me have a look, i look, i check, i read, i approve, i want to look, i want to see, i want to check, i want to read, i want to approve, show it to me, show me, after my yes, after i agree, wait for my yes, once i agree, with my approval, i have a look',
  /** What came of it goes out as a mail. */
  mail: 'mail, e-mail, email, send, a draft to, draft a mail, draft an e-mail, draft an email, write a mail, write an e-mail',
  /** What came of the step before. */
  before:
    'it, that, this, them, these, the result, the results, the answer, the answers, what came of it, what comes of it',
  /** Answers what is given, and no more. */
  answers:
    'answer, answer to, reply to, respond to, write an answer to, write an answer, write a reply to, write a reply, draft an answer, draft a reply',
  /** Once for each line of something. */
  each: 'for each, for every, for each of, for every one of',
  /** What begins it by itself. */
  begins: {
    conversation: 'conversation is over, conversation ends, conversation ended, conversation has ended, talk is over',
    mail: 'mail arrives, mail comes, mail comes in, e-mail arrives, email arrives, e-mail comes, email comes, gets a mail, somebody writes, someone writes',
    feed: 'new in, something new, feed changes, new entry, new entries, new item, news come',
    file: 'file is put, file arrives, file lands, new file, file comes',
    wanting: 'asked in vain, goes unanswered, go unanswered, without an answer, not answered, unanswered',
    call: 'is called, gets called, another program, calls it, by a call',
  },
  when: 'when, whenever, as soon as, each time, every time, if',
  /** How often in a week. */
  weekdays: 'weekday, weekdays, working day, working days, work day',
  daily: 'every day, each day, daily, every morning, each morning, every evening, each evening',
  often: 'every, each, on, weekly, once a week',
  newest: 'newest, latest, last, first',
} as const
