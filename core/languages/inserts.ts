import type { Spoken } from '.'

/** What leads in a part of a reply that is more than text, and what asks for one. */
export interface InsertPhrases {
  /** Each is given what it is about, in quotation marks, or "". */
  readonly quiz: (about: string, count: number) => string
  readonly cards: (about: string, count: number) => string
  readonly outline: (about: string) => string
  readonly table: (about: string) => string
  readonly chart: (about: string) => string
  readonly file: (about: string) => string
  readonly times: string
  /** Above the right answers of a quiz that is told as text. */
  readonly answers: string
  /** Words that ask for each, and others around them that say nothing of what it is about, as lists. */
  readonly asks: Readonly<Record<'quiz' | 'cards' | 'outline' | 'table' | 'chart' | 'file' | 'around', string>>
}

const about =
  (before: string, joint: string, after = '.') =>
  (subject: string) =>
    `${before}${subject ? ` ${joint} ${subject}` : ''}${after}`
const counted =
  (lead: (count: number) => string, joint: string) =>
  (subject: string, count: number): string =>
    `${lead(count)}${subject ? ` ${joint} ${subject}` : ''}.`

const INSERTS: Readonly<Record<Spoken, InsertPhrases>> = {
  en: {
    quiz: counted((n) => (n === 1 ? 'Here is a question' : `Here are ${n} questions`), 'about'),
    cards: counted((n) => (n === 1 ? 'Here is a card' : `Here are ${n} cards`), 'about'),
    outline: about('Here is an outline', 'of'),
    table: about('Here is the table', 'for'),
    chart: about('Here is the chart', 'for'),
    file: about('Here is what I have', 'about', ', to take along.'),
    times: 'These times are free:',
    answers: 'Right:',
    asks: {
      quiz: 'quiz, quizzes, quizzed, test, tests, tested, exam',
      cards: 'card, cards, flashcard, flashcards',
      outline: 'outline, overview, structure, mind map',
      table: 'table, tables, list',
      chart: 'chart, charts, graph, graphs, diagram, plot',
      file: 'file, download, document, pdf, word document, docx, markdown, print, take along',
      around:
        'me, question, questions, ask, learn, learning, study, practise, practice, map, mind, bar, bars, draw, drawn, show, shown, see, give, make, have, get, word, summary, summarise, summarize, knowledge, check, some, few, whole, full, please',
    },
  },
  de: {
    quiz: counted((n) => (n === 1 ? 'Hier ist eine Frage' : `Hier sind ${n} Fragen`), 'zu'),
    cards: counted((n) => (n === 1 ? 'Hier ist eine Karte' : `Hier sind ${n} Karten`), 'zu'),
    outline: about('Hier ist die Gliederung', 'zu'),
    table: about('Hier ist die Tabelle', 'zu'),
    chart: about('Hier ist das Diagramm', 'zu'),
    file: about('Hier ist zum Mitnehmen, was ich', 'zu', ' weiß.'),
    times: 'Diese Zeiten sind frei:',
    answers: 'Richtig:',
    asks: {
      quiz: 'quiz, test, teste, prüfung, abfragen',
      cards: 'karte, karten, karteikarten, lernkarten',
      outline: 'gliederung, überblick, übersicht, struktur',
      table: 'tabelle, liste',
      chart: 'diagramm, grafik, schaubild',
      file: 'datei, herunterladen, dokument, pdf, drucken, mitnehmen',
      around:
        'frage, fragen, frag, lernen, üben, zeichne, zeichnen, zeige, zeig, gib, mach, zusammenfassung, wissen, paar, ganze, ganzen, bitte',
    },
  },
  fr: {
    quiz: counted((n) => (n === 1 ? 'Voici une question' : `Voici ${n} questions`), 'sur'),
    cards: counted((n) => (n === 1 ? 'Voici une fiche' : `Voici ${n} fiches`), 'sur'),
    outline: about('Voici le plan', 'pour'),
    table: about('Voici le tableau', 'pour'),
    chart: about('Voici le graphique', 'pour'),
    file: about('Voici ce que j’ai', 'sur', ', à emporter.'),
    times: 'Ces horaires sont libres :',
    answers: 'Réponses :',
    asks: {
      quiz: 'quiz, teste, tester, test, examen, interroge',
      cards: 'fiche, fiches, cartes',
      outline: 'plan, aperçu, structure',
      table: 'tableau, liste',
      chart: 'graphique, diagramme',
      file: 'fichier, télécharger, document, pdf, imprimer',
      around:
        'me, question, questions, apprendre, réviser, dessine, montre, montrez, donne, donnez, fais, résumé, connaissances, quelques, tout',
    },
  },
  es: {
    quiz: counted((n) => (n === 1 ? 'Aquí hay una pregunta' : `Aquí hay ${n} preguntas`), 'sobre'),
    cards: counted((n) => (n === 1 ? 'Aquí hay una tarjeta' : `Aquí hay ${n} tarjetas`), 'sobre'),
    outline: about('Aquí está el esquema', 'de'),
    table: about('Aquí está la tabla', 'de'),
    chart: about('Aquí está el gráfico', 'de'),
    file: about('Aquí está lo que tengo', 'sobre', ', para llevar.'),
    times: 'Estas horas están libres:',
    answers: 'Correcto:',
    asks: {
      quiz: 'quiz, test, prueba, examen',
      cards: 'tarjeta, tarjetas',
      outline: 'esquema, estructura',
      table: 'tabla, lista',
      chart: 'gráfico, diagrama',
      file: 'archivo, descargar, documento, pdf, imprimir',
      around:
        'pregunta, preguntas, pregúntame, aprender, estudiar, repasar, dibuja, muestra, muéstrame, dame, haz, resumen, conocimientos, algunas, todo',
    },
  },
  it: {
    quiz: counted((n) => (n === 1 ? 'Ecco una domanda' : `Ecco ${n} domande`), 'su'),
    cards: counted((n) => (n === 1 ? 'Ecco una scheda' : `Ecco ${n} schede`), 'su'),
    outline: about('Ecco lo schema', 'di'),
    table: about('Ecco la tabella', 'per'),
    chart: about('Ecco il grafico', 'per'),
    file: about('Ecco ciò che ho', 'su', ', da portare con sé.'),
    times: 'Questi orari sono liberi:',
    answers: 'Risposte giuste:',
    asks: {
      quiz: 'quiz, test, prova, esame, interrogami',
      cards: 'scheda, schede',
      outline: 'schema, panoramica, struttura',
      table: 'tabella, elenco',
      chart: 'grafico, diagramma',
      file: 'file, scaricare, documento, pdf, stampare',
      around:
        'domanda, domande, imparare, studiare, ripassare, disegna, mostra, mostrami, dammi, fai, riassunto, conoscenze, alcune, tutto',
    },
  },
  nl: {
    quiz: counted((n) => (n === 1 ? 'Hier is een vraag' : `Hier zijn ${n} vragen`), 'over'),
    cards: counted((n) => (n === 1 ? 'Hier is een kaartje' : `Hier zijn ${n} kaartjes`), 'over'),
    outline: about('Hier is het overzicht', 'van'),
    table: about('Hier is de tabel', 'voor'),
    chart: about('Hier is de grafiek', 'voor'),
    file: about('Hier is wat ik heb', 'over', ', om mee te nemen.'),
    times: 'Deze tijden zijn vrij:',
    answers: 'Goed:',
    asks: {
      quiz: 'quiz, test, toets, examen, overhoor',
      cards: 'kaart, kaarten, kaartjes',
      outline: 'overzicht, schema, structuur',
      table: 'tabel, lijst',
      chart: 'grafiek, diagram',
      file: 'bestand, downloaden, document, pdf, printen',
      around: 'vraag, vragen, leren, oefenen, teken, toon, laat, zien, geef, maak, samenvatting, kennis, paar, hele',
    },
  },
}

/** What leads in inserts in a language; English where it is none of those spoken. */
export const insertPhrases = (tag: string): InsertPhrases =>
  INSERTS[tag.toLowerCase().split('-')[0] as Spoken] ?? INSERTS.en
