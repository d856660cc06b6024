import type { SampleAgent } from './sample'

/** What Marlow is rehearsed with: what it answers, shows and books, and what it does not know. */
export const marlowScripts: SampleAgent['scripts'] = [
  {
    title: 'A fare is paid back once the desk agrees',
    turns: [
      { say: 'I want my money back, the boat did not sail', checks: [{ kind: 'asksFor', name: 'ticket' }] },
      {
        say: 'T-2207',
        checks: [{ kind: 'asksFor', name: 'passengers' }],
      },
      {
        say: 'for two of us',
        checks: [
          { kind: 'outcome', outcome: 'acted' },
          { kind: 'tool', name: 'refund_fare', holding: '"passengers":2' },
          { kind: 'includes', text: 'A person looks at that first' },
        ],
      },
    ],
  },
  {
    title: 'A complaint reaches a person',
    turns: [
      {
        say: 'Someone of your crew was rude to my mother. When is the last boat to Sula Holm?',
        checks: [
          { kind: 'handsOver' },
          { kind: 'includes', text: 'harbour office' },
          { kind: 'cites', source: 'timetable' },
        ],
      },
    ],
  },
  {
    title: 'A dog, from quay to saloon',
    turns: [
      {
        say: 'Hello',
        checks: [
          { kind: 'outcome', outcome: 'chatted' },
          { kind: 'includes', text: 'Marlow' },
        ],
      },
      {
        say: 'Can I bring my dog?',
        checks: [
          { kind: 'outcome', outcome: 'answered' },
          { kind: 'includes', text: 'lead' },
          { kind: 'maxWords', words: 60 },
        ],
      },
      {
        say: 'Do dogs have to wear a muzzle?',
        checks: [
          { kind: 'includes', text: 'not required' },
          { kind: 'cites', source: 'Luggage' },
        ],
      },
    ],
  },
  {
    title: 'What a return costs',
    turns: [
      {
        say: 'How much is an adult return to Sula Holm?',
        checks: [
          { kind: 'includes', text: '£10.80' },
          { kind: 'excludes', text: '£15.30' },
          { kind: 'cites', source: 'fares' },
        ],
      },
      {
        say: 'And to Inchmore?',
        checks: [
          { kind: 'includes', text: '£15.30' },
          { kind: 'outcome', outcome: 'answered' },
        ],
      },
    ],
  },
  {
    title: 'Changing a booking',
    turns: [
      {
        say: 'How do I change a booking?',
        checks: [
          { kind: 'includes', text: '1.' },
          { kind: 'includes', text: 'booking number' },
          { kind: 'cites', source: 'Conditions' },
        ],
      },
    ],
  },
  {
    title: 'Money back after a cancellation',
    turns: [
      {
        say: 'What is refunded if I cancel at least 48 hours before departure?',
        checks: [
          { kind: 'includes', text: '£4.00' },
          { kind: 'includes', text: '01632 960 144' },
          { kind: 'excludes', text: 'cheap' },
        ],
      },
    ],
  },
  {
    title: 'A class books its crossing',
    turns: [
      {
        say: 'I want to make a group booking for 12 people to Inchmore on 12 March',
        checks: [{ kind: 'asksFor', name: 'email' }],
      },
      { say: 'class@carrow-school.example', checks: [{ kind: 'outcome', outcome: 'clarified' }] },
      {
        say: 'Yes please',
        tools: [
          {
            name: 'book_crossing',
            answer:
              '{"number":"BSF-1001","island":"Inchmore","day":"2027-03-12","departs":"10:45","people":12,"boat":"Petrel"}',
          },
        ],
        checks: [
          { kind: 'tool', name: 'book_crossing', holding: '"people":12' },
          { kind: 'includes', text: 'BSF-1001' },
          { kind: 'includes', text: '10:45' },
        ],
      },
    ],
  },
  {
    title: 'A time at the group desk',
    turns: [
      {
        say: 'When is the group desk free?',
        tools: [
          {
            name: 'free_times',
            answer:
              '{"times":[{"day":"Friday 12 March 2027","time":"10:00","says":"Friday 12 March 2027 at 10:00"},{"day":"Friday 12 March 2027","time":"10:30","says":"Friday 12 March 2027 at 10:30"}]}',
          },
        ],
        checks: [{ kind: 'insert', shows: 'times', holding: '10:30' }],
      },
      {
        say: 'I would like an appointment at the group desk on 12 March 2027 at 10:30',
        checks: [{ kind: 'asksFor', name: 'name' }],
      },
      { say: 'Ana Reyes', checks: [{ kind: 'asksFor', name: 'email' }] },
      { say: 'ana@carrow-school.example', checks: [{ kind: 'outcome', outcome: 'clarified' }] },
      {
        say: 'Yes please',
        tools: [
          {
            name: 'book_time',
            answer:
              '{"number":"A-7F3C2B","state":"booked","day":"Friday 12 March 2027","time":"10:30","name":"Ana Reyes"}',
          },
        ],
        checks: [
          { kind: 'tool', name: 'book_time', holding: '"time":"10:30"' },
          { kind: 'includes', text: 'A-7F3C2B' },
        ],
      },
    ],
  },
  {
    title: 'Shown, not only told',
    turns: [
      {
        say: 'Show me the timetable to Inchmore as a table',
        checks: [
          { kind: 'insert', shows: 'table', holding: '17:15' },
          { kind: 'cites', source: 'timetable' },
        ],
      },
      {
        say: 'Draw me a chart of the departures per day',
        checks: [{ kind: 'insert', shows: 'chart', holding: 'Carrow Quay to Sula Holm' }],
      },
    ],
  },
  {
    title: 'What Marlow does not know',
    turns: [
      {
        say: 'Do you run night trains to Sydney?',
        checks: [
          { kind: 'outcome', outcome: 'unknown' },
          { kind: 'includes', text: 'don’t know' },
        ],
      },
      { say: 'What will the weather be like tomorrow?', checks: [{ kind: 'outcome', outcome: 'declined' }] },
      { say: 'Thanks, bye', checks: [{ kind: 'outcome', outcome: 'chatted' }] },
    ],
  },
]
