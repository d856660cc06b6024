import type { Phrases } from '../phrases'

/** Dutch. */
export const nl: Phrases = {
  yes: 'Ja.',
  no: 'Nee.',
  depends: 'Dat hangt ervan af.',
  and: 'en',
  or: 'of',
  total: (about, sum, working) => `${about ? `Voor ${about} is het` : 'Het'} totaal ${sum}: ${working}.`,
  equals: (given, converted) => `${given} is ${converted}.`,
  which: (header, choices) => `Welke bedoelt u (${header}): ${choices}?`,
  sorry: 'Dat spijt me.',
  notSure: 'Ik weet niet zeker of dit het antwoord is; het komt er het dichtst bij.',
  youAre: (name) => `U heet ${name}.`,
  nameUnknown: 'U hebt me uw naam niet gezegd.',
  noPerson: 'Ik ben een programma en kan u met niemand doorverbinden.',
  whomToAsk: 'Aan wie u het kunt vragen:',
  duty: {
    ask: (name) => `Wat is uw ${name}?`,
    invalid: {
      text: 'Zeg het me in een paar woorden.',
      number: 'Daar heb ik een getal nodig.',
      date: 'Daar heb ik een dag nodig, bijvoorbeeld 12/03/2027.',
      time: 'Daar heb ik een tijd nodig, bijvoorbeeld 09:30.',
      email: 'Dat lijkt geen e-mailadres; er hoort een @ en een punt in.',
      phone: 'Dat lijkt geen telefoonnummer; minstens zes cijfers.',
      choice: 'Dat is geen van de keuzes.',
    },
    oneOf: (choices) => `U kunt kiezen: ${choices}.`,
    have: 'Dit heb ik:',
    changed: (name, value) => `${name} is nu ${value}.`,
    left: 'Goed, ik laat het.',
    whichDuty: (names) => `Wilt u ${names}?`,
    backTo: (name) => `Terug naar „${name}”:`,
  },
  courtesy: {
    hello: { formal: ['Goedendag.'], plain: ['Hallo.'], casual: ['Hoi!'] },
    howCanIHelp: {
      formal: ['Waarmee kan ik u helpen?'],
      plain: ['Wat wilt u weten?'],
      casual: ['Wat kan ik voor je doen?'],
    },
    welcome: { formal: ['Graag gedaan.'], plain: ['Graag gedaan.'], casual: ['Geen probleem!'] },
    bye: { formal: ['Tot ziens, en dank u.'], plain: ['Tot ziens.'], casual: ['Doei!'] },
    iAm: (name, role) => `${name ? `Ik ben ${name}` : 'Ik ben een assistent'}${role ? `, ${role}` : ''}.`,
    aProgram: 'Ik ben een programma, geen mens.',
    myJob: (job) => `Mijn taak: ${job}`,
    youCouldAsk: (question) => `U kunt me vragen: „${question}”`,
    insult: {
      formal: ['Het spijt me dat dit frustrerend is. Zeg me wat u nodig hebt.'],
      plain: ['Het spijt me dat dit frustrerend is. Zeg me wat u nodig hebt.'],
      casual: ['Het spijt me dat dit frustrerend is. Zeg me wat u nodig hebt.'],
    },
    distress:
      'Wat erg dat het zo zwaar is. Ik ben maar een programma: praat nu met iemand die u vertrouwt, uw arts of een hulplijn. Bij gevaar belt u 112.',
    emergency:
      'Dit klinkt als een noodgeval. Bel meteen 112 of roep de mensen om u heen. Ik ben een programma en kan niemand bellen.',
  },
  openers: { formal: ['Dank voor uw vraag.'], plain: ['Graag.'], casual: ['Goede vraag!'] },
  closers: {
    formal: ['Ik sta u graag verder bij.'],
    plain: ['Vraag gerust verder.'],
    casual: ['Nog iets? Zeg het maar!'],
  },
  playful: ['Zonder glazen bol!'],
  hedge: ['Voor zover ik zie:'],
  disagree: 'Een ander document zegt iets anders:',
}
