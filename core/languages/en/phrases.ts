import type { Phrases } from '../phrases'

/** English; written for Britain and read as well in America. */
export const en: Phrases = {
  yes: 'Yes.',
  no: 'No.',
  depends: 'It depends.',
  and: 'and',
  or: 'or',
  total: (about, sum, working) => `${about ? `For ${about}, the` : 'The'} total is ${sum}: ${working}.`,
  equals: (given, converted) => `${given} is ${converted}.`,
  which: (header, choices) => `Which ${header} do you mean: ${choices}?`,
  sorry: 'I am sorry about that.',
  unknown: 'I don’t know that. It is not in what I have been given.',
  notSure: 'I am not sure that this answers it; it is what comes nearest.',
  youAre: (name) => `You are ${name}.`,
  nameUnknown: 'You have not told me your name.',
  noPerson: 'I am a program and cannot put you through to anyone.',
  whomToAsk: 'Whom to ask:',
  askAbout: (topic) => `What should I know about ${topic}?`,
  askWhether: (subject, verb, rest) => `${verb} ${subject} ${rest}?`,
  duty: {
    ask: (name) => `What is the ${name}?`,
    invalid: {
      text: 'Please tell me that in a few words.',
      number: 'I need a number there.',
      date: 'I need a day there, such as 12 March or Friday.',
      time: 'I need a time there, such as 09:30.',
      email: 'That does not look like an e-mail address; it needs an @ and a dot.',
      phone: 'That does not look like a phone number; please give at least six figures.',
      choice: 'That is not one of the choices.',
    },
    oneOf: (choices) => `You can choose ${choices}.`,
    have: 'Here is what I have:',
    changed: (name, value) => `I have changed the ${name} to ${value}.`,
    left: 'All right, I have dropped that.',
    whichDuty: (names) => `Would you like ${names}?`,
    backTo: (name) => `Back to “${name}”:`,
  },
  courtesy: {
    hello: { formal: ['Good day.', 'Welcome.'], plain: ['Hello.', 'Hello there.'], casual: ['Hi!', 'Hey there!'] },
    howCanIHelp: {
      formal: ['How may I help you?'],
      plain: ['What would you like to know?'],
      casual: ['What can I do for you?'],
    },
    welcome: {
      formal: ['You are most welcome.', 'It was a pleasure.'],
      plain: ['You’re welcome.', 'Glad to help.'],
      casual: ['No problem!', 'Any time!'],
    },
    bye: {
      formal: ['Goodbye, and thank you.', 'I wish you a good day.'],
      plain: ['Goodbye.', 'Goodbye, take care.'],
      casual: ['Bye!', 'See you!'],
    },
    iAm: (name, role) => `${name ? `I am ${name}` : 'I am an assistant'}${role ? `, ${role}` : ''}.`,
    aProgram: 'I am a program, not a person.',
    myJob: (job) => (/^\p{Ll}/u.test(job) ? `My job is to ${job}` : job),
    youCouldAsk: (question) => `You could ask me: “${question}”`,
    insult: {
      formal: ['I am sorry that I have not been of help. What may I put right for you?'],
      plain: ['I’m sorry this has been frustrating. Tell me what you need, and I will do my best.'],
      casual: ['Sorry, that’s not how I want this to go. What do you need?'],
    },
    distress:
      'I am so sorry that things are this hard. I am only a program, so please talk to someone now: a person you trust, your doctor, or a crisis line in your country. If you might be in danger, call the emergency number, 112 or 999.',
    emergency:
      'This sounds like an emergency. Please call 112 or 999 at once, or shout for the people nearest to you. I am only a program and cannot call anyone.',
  },
  openers: {
    formal: ['Thank you for asking.', 'I am glad to help.'],
    plain: ['Happy to help.', 'Glad you asked.', 'Good question.'],
    casual: ['Happy to help!', 'Glad you asked!', 'Good one.'],
  },
  closers: {
    formal: ['Please ask if there is anything else.', 'I remain glad to assist.'],
    plain: ['Just ask if anything else comes up.', 'Anything else, just say.'],
    casual: ['Just shout if anything else comes up!', 'Anything else, just say!'],
  },
  playful: [
    'No crystal ball needed!',
    'Easy one!',
    'Straight from my notes!',
    'I have been waiting for someone to ask!',
  ],
  disagree: 'Another document says otherwise:',
  hedge: ['As far as I can see,', 'From what I have here,', 'Going by my documents,'],
}
