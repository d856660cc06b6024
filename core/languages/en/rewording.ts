/** How hurried, rude or wordy English-speaking visitors put the same question, as data: what stands before and after it. */
export const REWORDING = {
  wordy: {
    before: [
      'I hope this is the right place to ask, since I have been looking around your pages for quite a while now and could not find it:',
      'Sorry to bother you with this, my neighbour and I were talking about it yesterday over coffee and could not agree.',
      'First of all thank you for your patience. I am writing on behalf of my family, all of whom would like to know the following.',
    ],
    after: ['Thank you so much in advance for taking the time.', 'I know you must be busy, so no hurry at all.'],
  },
  rude: {
    before: ['For heaven’s sake,', 'This is ridiculous.', 'Are you asleep over there?'],
    after: ['And don’t waste my time.', 'It can’t be that hard.'],
  },
  hurried: { before: ['quick one:', 'in a rush,', 'need this now –'], after: ['asap', 'thx', 'pls hurry'] },
  polite: {
    before: ['Good morning, would you be so kind as to tell me:', 'Excuse me, if it is not too much trouble,'],
    after: ['Many thanks indeed.', 'I should be most grateful.'],
  },
  /** A second question beside the first. */
  mixed: {
    before: [],
    after: ['Also, who am I talking to?', 'And by the way, how are you today?', 'Oh, and what can you help me with?'],
  },
  /** Words that those who learned English late leave out. */
  leftOut: 'a, an, the, do, does, did, is, are, to, of, any, some',
} as const
