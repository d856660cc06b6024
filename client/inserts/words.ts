/** What inserts say themselves. */
export interface InsertWords {
  readonly of: (at: number, all: number) => string
  readonly right: string
  readonly wrong: (right: string) => string
  readonly next: string
  readonly before: string
  readonly again: string
  readonly score: (right: number, all: number) => string
  readonly turn: string
  readonly asTable: string
  readonly download: (name: string) => string
  readonly send: string
  readonly choose: string
  readonly source: (marker: number) => string
}

const en: InsertWords = {
  of: (at, all) => `${at} of ${all}`,
  right: 'Right.',
  wrong: (right) => `Not quite. Right is: ${right}`,
  next: 'Next',
  before: 'Back',
  again: 'Once more',
  score: (right, all) => `${right} of ${all} right`,
  turn: 'Turn the card',
  asTable: 'As a table',
  download: (name) => `Download ${name}`,
  send: 'Send',
  choose: 'Choose …',
  source: (marker) => `Source ${marker}`,
}

const WORDS: Readonly<Record<string, InsertWords>> = {
  en,
  de: {
    of: (at, all) => `${at} von ${all}`,
    right: 'Richtig.',
    wrong: (right) => `Nicht ganz. Richtig ist: ${right}`,
    next: 'Weiter',
    before: 'Zurück',
    again: 'Noch einmal',
    score: (right, all) => `${right} von ${all} richtig`,
    turn: 'Karte umdrehen',
    asTable: 'Als Tabelle',
    download: (name) => `${name} herunterladen`,
    send: 'Senden',
    choose: 'Wählen …',
    source: (marker) => `Quelle ${marker}`,
  },
  fr: {
    of: (at, all) => `${at} sur ${all}`,
    right: 'Juste.',
    wrong: (right) => `Pas tout à fait. La bonne réponse : ${right}`,
    next: 'Suivant',
    before: 'Retour',
    again: 'Encore une fois',
    score: (right, all) => `${right} sur ${all} justes`,
    turn: 'Retourner la fiche',
    asTable: 'En tableau',
    download: (name) => `Télécharger ${name}`,
    send: 'Envoyer',
    choose: 'Choisir…',
    source: (marker) => `Source ${marker}`,
  },
  es: {
    of: (at, all) => `${at} de ${all}`,
    right: 'Correcto.',
    wrong: (right) => `No del todo. Lo correcto es: ${right}`,
    next: 'Siguiente',
    before: 'Atrás',
    again: 'Otra vez',
    score: (right, all) => `${right} de ${all} correctas`,
    turn: 'Girar la tarjeta',
    asTable: 'Como tabla',
    download: (name) => `Descargar ${name}`,
    send: 'Enviar',
    choose: 'Elegir…',
    source: (marker) => `Fuente ${marker}`,
  },
  it: {
    of: (at, all) => `${at} di ${all}`,
    right: 'Giusto.',
    wrong: (right) => `Non proprio. La risposta giusta è: ${right}`,
    next: 'Avanti',
    before: 'Indietro',
    again: 'Ancora una volta',
    score: (right, all) => `${right} su ${all} giuste`,
    turn: 'Gira la scheda',
    asTable: 'Come tabella',
    download: (name) => `Scarica ${name}`,
    send: 'Invia',
    choose: 'Scegli…',
    source: (marker) => `Fonte ${marker}`,
  },
  nl: {
    of: (at, all) => `${at} van ${all}`,
    right: 'Goed.',
    wrong: (right) => `Niet helemaal. Goed is: ${right}`,
    next: 'Verder',
    before: 'Terug',
    again: 'Nog een keer',
    score: (right, all) => `${right} van ${all} goed`,
    turn: 'Draai het kaartje om',
    asTable: 'Als tabel',
    download: (name) => `${name} downloaden`,
    send: 'Versturen',
    choose: 'Kies …',
    source: (marker) => `Bron ${marker}`,
  },
}

/** The words of inserts in a language; English where there are none. */
export const insertWords = (language: string): InsertWords => WORDS[language.toLowerCase().split('-')[0]!] ?? en
