import type { Phrases } from '../phrases'

/** German. */
export const de: Phrases = {
  yes: 'Ja.',
  no: 'Nein.',
  depends: 'Das kommt darauf an.',
  and: 'und',
  or: 'oder',
  total: (about, sum, working) => `${about ? `Für ${about} sind es` : 'Es sind'} zusammen ${sum}: ${working}.`,
  equals: (given, converted) => `${given} sind ${converted}.`,
  which: (header, choices) => `Was meinen Sie (${header}): ${choices}?`,
  sorry: 'Das tut mir leid.',
  notSure: 'Ich bin nicht sicher, ob das die Antwort ist; es kommt ihr am nächsten.',
  youAre: (name) => `Sie heißen ${name}.`,
  nameUnknown: 'Ihren Namen haben Sie mir nicht gesagt.',
  noPerson: 'Ich bin ein Programm und kann Sie mit niemandem verbinden.',
  whomToAsk: 'Wen Sie fragen können:',
  duty: {
    ask: (name) => `Bitte nennen Sie: ${name}.`,
    invalid: {
      text: 'Bitte sagen Sie es mir in wenigen Worten.',
      number: 'Dort brauche ich eine Zahl.',
      date: 'Dort brauche ich einen Tag, etwa 12.03.2027.',
      time: 'Dort brauche ich eine Uhrzeit, etwa 09:30.',
      email: 'Das sieht nicht nach einer E-Mail-Adresse aus; es braucht ein @ und einen Punkt.',
      phone: 'Das sieht nicht nach einer Telefonnummer aus; bitte mindestens sechs Ziffern.',
      choice: 'Das steht nicht zur Wahl.',
    },
    oneOf: (choices) => `Zur Wahl stehen ${choices}.`,
    have: 'Das habe ich notiert:',
    changed: (name, value) => `${name} ist jetzt ${value}.`,
    left: 'Gut, das lasse ich sein.',
    whichDuty: (names) => `Möchten Sie ${names}?`,
    backTo: (name) => `Zurück zu „${name}“:`,
  },
  courtesy: {
    hello: { formal: ['Guten Tag.'], plain: ['Hallo.'], casual: ['Hi!'] },
    howCanIHelp: {
      formal: ['Wie kann ich Ihnen helfen?'],
      plain: ['Was möchten Sie wissen?'],
      casual: ['Was kann ich für dich tun?'],
    },
    welcome: { formal: ['Sehr gern.'], plain: ['Gern geschehen.'], casual: ['Kein Problem!'] },
    bye: { formal: ['Auf Wiedersehen und vielen Dank.'], plain: ['Auf Wiedersehen.'], casual: ['Tschüss!'] },
    iAm: (name, role) => `${name ? `Ich bin ${name}` : 'Ich bin ein Assistent'}${role ? `, ${role}` : ''}.`,
    aProgram: 'Ich bin ein Programm, kein Mensch.',
    myJob: (job) => `Meine Aufgabe: ${job}`,
    youCouldAsk: (question) => `Sie können mich fragen: „${question}“`,
    insult: {
      formal: ['Es tut mir leid, dass das ärgerlich ist. Sagen Sie mir, was Sie brauchen.'],
      plain: ['Es tut mir leid, dass das ärgerlich ist. Sagen Sie mir, was Sie brauchen.'],
      casual: ['Es tut mir leid, dass das ärgerlich ist. Sagen Sie mir, was Sie brauchen.'],
    },
    distress:
      'Es tut mir sehr leid, dass es so schwer ist. Ich bin nur ein Programm: Bitte sprechen Sie jetzt mit jemandem, dem Sie vertrauen, Ihrem Arzt oder einem Krisentelefon. Bei Gefahr rufen Sie die 112.',
    emergency:
      'Das klingt nach einem Notfall. Bitte rufen Sie sofort die 112 oder die Menschen in Ihrer Nähe. Ich bin ein Programm und kann niemanden anrufen.',
  },
  openers: { formal: ['Vielen Dank für Ihre Frage.'], plain: ['Gern.'], casual: ['Gute Frage!'] },
  closers: {
    formal: ['Ich stehe Ihnen weiter zur Verfügung.'],
    plain: ['Fragen Sie gern weiter.'],
    casual: ['Noch was? Sag einfach!'],
  },
  playful: ['Ganz ohne Kristallkugel!'],
  hedge: ['Soweit ich sehe:'],
  disagree: 'Ein anderes Dokument sagt etwas anderes:',
}
