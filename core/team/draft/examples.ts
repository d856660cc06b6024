/** Sentences to begin from: what each is good for, with {{own}} and {{other}} for the names of agents. */
export const RELAY_EXAMPLES: readonly { readonly title: string; readonly sentence: string }[] = [
  {
    title: 'A notice every week',
    sentence:
      'Every Thursday at 9, take the newest 3 entries of https://example.org/news.xml, ask {{own}} what is new for our visitors, let me look at it, and draft a mail to everybody@example.org.',
  },
  {
    title: 'An answer to each mail',
    sentence: 'When a mail arrives, have {{own}} answer it, and I read it before it goes on.',
  },
  {
    title: 'Many questions at once',
    sentence: 'For each question, ask {{own}} to answer it.',
  },
  {
    title: 'One does, another looks',
    sentence: 'Ask {{own}} what a newcomer must know first. Then have {{other}} say what is missing in it.',
  },
  {
    title: 'What visitors ask in vain',
    sentence:
      'When something goes unanswered 5 times, have {{own}} answer it, let me check it, and mail it to desk@example.org.',
  },
  {
    title: 'After a conversation',
    sentence: 'When a conversation is over, ask {{own}} what should be done about it, and show me what comes of it.',
  },
  {
    title: 'A file that comes in',
    sentence: 'As soon as a new file arrives, ask {{own}} which of our rules it touches.',
  },
]
