import type { Brief } from '@parrot/contract'

export type InsertKind = Brief['inserts'][number]['kind']

interface Kind {
  readonly name: string
  readonly says: string
  /** What a new one begins with. */
  readonly when: string
  readonly like: readonly string[]
}

/** The kinds of insert a designer can allow, with what each begins with. */
export const INSERTS: Readonly<Record<InsertKind, Kind>> = {
  link: { name: 'Button', says: 'leads elsewhere, beside the answer', when: '', like: [] },
  table: {
    name: 'Table',
    says: 'of the library, the rows that are asked for',
    when: 'someone wants to see a table',
    like: ['Show me that as a table'],
  },
  chart: {
    name: 'Chart',
    says: 'of figures in a table of the library',
    when: 'someone wants to see a chart',
    like: ['Draw me a chart of that'],
  },
  quiz: {
    name: 'Quiz',
    says: 'made from the library, judged with why',
    when: 'someone wants to be quizzed',
    like: ['Quiz me', 'Test me'],
  },
  cards: {
    name: 'Cards',
    says: 'to learn from, made from the library',
    when: 'someone wants cards to learn from',
    like: ['Give me cards to learn from'],
  },
  outline: {
    name: 'Outline',
    says: 'of a document, by its headings',
    when: 'someone wants an outline',
    like: ['Give me an outline of that'],
  },
  picture: { name: 'Picture', says: 'uploaded here, beside the answer', when: '', like: [] },
  file: {
    name: 'File',
    says: 'to take along: what the library says of something',
    when: 'someone wants something to download or print',
    like: ['Can I download that as a PDF?', 'Can I print that?'],
  },
}

/** Whether what is written is no address a browser follows; nothing written yet is no mistake. */
export const isNoAddress = (url: string): boolean =>
  url.trim() !== '' && !/^(?:https?:\/\/|mailto:|tel:)\S+$/i.test(url.trim())
