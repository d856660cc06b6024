import type { Spoken } from '@parrot/core/text'

/** A small library in one language, a paragraph a heading, and questions over it: what a right reply holds. */
export interface Foreign {
  readonly texts: readonly (readonly [heading: string, text: string])[]
  readonly questions: readonly (readonly [say: string, has: string])[]
}

/** Lake baths, music schools and the like that do not exist, in the five languages an agent speaks besides English. */
export const FOREIGN: Readonly<Record<Exclude<Spoken, 'en'>, Foreign>> = {
  de: {
    texts: [
      [
        'Öffnungszeiten',
        'Das Seebad ist von Mai bis September täglich von 9 Uhr bis 20 Uhr geöffnet. Montags schließen wir schon um 18 Uhr. Bei Gewitter bleibt das Bad geschlossen.',
      ],
      [
        'Eintritt',
        'Erwachsene zahlen 6 €, Kinder unter 14 Jahren 3 €. Eine Zehnerkarte kostet 48 €. Wer nach 17 Uhr kommt, zahlt die Hälfte.',
      ],
      ['Hunde', 'Hunde dürfen nicht an den Badestrand. Am Nordufer gibt es eine eigene Wiese für Hunde.'],
      [
        'Anreise',
        'Der Bus 31 hält direkt vor dem Eingang. Parkplätze gibt es hinter dem Bootshaus; sie kosten 2 € am Tag.',
      ],
      ['Verleih', 'Tretboote kosten 12 € in der Stunde. Für ein Boot brauchen Sie einen Ausweis als Pfand.'],
      ['Fundsachen', 'Verlorene Sachen liegen bis Saisonende im Kassenhaus.'],
    ],
    questions: [
      ['Wie lange habt ihr am Montag offen?', '18 Uhr'],
      ['Was kostet der Eintritt für Kinder?', '3 €'],
      ['Darf mein Hund mit an den Strand?', 'nicht'],
      ['Welcher Bus fährt zu euch?', 'Bus 31'],
      ['Wo kann ich parken?', 'Bootshaus'],
      ['Was kostet ein Tretboot?', '12 €'],
      ['Ich habe meine Jacke verloren. Wo finde ich sie?', 'Kassenhaus'],
      ['Wie teuer ist eine Zehnerkarte?', '48 €'],
      ['Was passiert bei Gewitter?', 'geschlossen'],
      ['Was brauche ich als Pfand für ein Boot?', 'Ausweis'],
    ],
  },
  fr: {
    texts: [
      [
        'Horaires',
        'La bibliothèque est ouverte du mardi au samedi de 10 h à 18 h. Elle est fermée le dimanche et le lundi.',
      ],
      [
        'Inscription',
        'L’inscription coûte 15 € par an. Elle est gratuite pour les moins de 18 ans. Apportez une pièce d’identité et un justificatif de domicile.',
      ],
      [
        'Prêt',
        'Vous pouvez emprunter dix livres pour quatre semaines. Les films se gardent une semaine. Un retard coûte 0,20 € par jour.',
      ],
      ['Salle de travail', 'La salle de travail se trouve au deuxième étage. Il est interdit d’y manger.'],
      [
        'Ordinateurs',
        'Six ordinateurs sont à votre disposition au rez-de-chaussée. Les impressions coûtent 0,10 € la page.',
      ],
      ['Animaux', 'Les animaux ne sont pas admis, sauf les chiens guides.'],
    ],
    questions: [
      ['À quelle heure ouvrez-vous le mardi ?', '10 h'],
      ['Êtes-vous ouverts le dimanche ?', 'fermée'],
      ['Combien coûte l’inscription ?', '15 €'],
      ['Combien de livres puis-je emprunter ?', 'dix livres'],
      ['Combien de temps puis-je garder un film ?', 'une semaine'],
      ['Où est la salle de travail ?', 'deuxième étage'],
      ['Puis-je manger dans la salle de travail ?', 'interdit'],
      ['Combien coûte une impression ?', '0,10 €'],
      ['Que faut-il apporter pour s’inscrire ?', 'pièce d’identité'],
      ['Les chiens sont-ils admis ?', 'chiens guides'],
    ],
  },
  es: {
    texts: [
      ['Horario', 'El museo abre de miércoles a domingo de 11:00 a 19:00. Los lunes y martes está cerrado.'],
      [
        'Entradas',
        'La entrada general cuesta 8 €. Los estudiantes pagan 4 €. El primer domingo del mes la entrada es gratuita.',
      ],
      [
        'Visitas guiadas',
        'Hay visitas guiadas todos los sábados a las 12:00. Duran una hora y media y cuestan 3 € más.',
      ],
      ['Cafetería', 'La cafetería está en la azotea. No se puede comer en las salas.'],
      ['Fotografías', 'Se permite hacer fotos sin flash. Los trípodes están prohibidos.'],
      ['Guardarropa', 'Las mochilas grandes se dejan en el guardarropa, que es gratuito.'],
    ],
    questions: [
      ['¿A qué hora abre el museo?', '11:00'],
      ['¿Qué días está cerrado?', 'lunes y martes'],
      ['¿Cuánto cuesta la entrada para estudiantes?', '4 €'],
      ['¿Cuándo es gratis la entrada?', 'primer domingo'],
      ['¿Cuándo hay visitas guiadas?', 'sábados'],
      ['¿Cuánto duran las visitas guiadas?', 'hora y media'],
      ['¿Dónde está la cafetería?', 'azotea'],
      ['¿Puedo hacer fotos con flash?', 'sin flash'],
      ['¿Dónde dejo mi mochila?', 'guardarropa'],
      ['¿Se pueden usar trípodes?', 'prohibidos'],
    ],
  },
  it: {
    texts: [
      ['Orari', 'Il rifugio è aperto da giugno a ottobre. La cucina chiude alle 20:30. In inverno siamo chiusi.'],
      [
        'Prezzi',
        'Una notte in camerata costa 25 €. La colazione è inclusa. I bambini sotto i sei anni dormono gratis.',
      ],
      ['Prenotazione', 'Si prenota per telefono al numero 0555 123 456. La caparra è di 10 € a persona.'],
      ['Sentieri', 'Dal parcheggio il sentiero 14 porta al rifugio in due ore. Con la neve il sentiero è pericoloso.'],
      ['Cani', 'I cani non possono entrare nelle camere. Possono dormire nel locale invernale.'],
      ['Acqua', 'L’acqua del rubinetto non è potabile. L’acqua in bottiglia costa 2 €.'],
    ],
    questions: [
      ['Quando è aperto il rifugio?', 'giugno'],
      ['A che ora chiude la cucina?', '20:30'],
      ['Quanto costa una notte?', '25 €'],
      ['La colazione è inclusa?', 'inclusa'],
      ['Come si prenota?', 'telefono'],
      ['Quanto tempo ci vuole dal parcheggio?', 'due ore'],
      ['Posso portare il cane in camera?', 'non possono'],
      ['L’acqua è potabile?', 'non è potabile'],
      ['Quanto è la caparra?', '10 €'],
      ['Siete aperti in inverno?', 'chiusi'],
    ],
  },
  nl: {
    texts: [
      [
        'Openingstijden',
        'De werkplaats is open van dinsdag tot en met zaterdag van 9:00 tot 17:00. Op zondag en maandag zijn we gesloten.',
      ],
      [
        'Fietsen huren',
        'Een stadsfiets kost 12 euro per dag. Een elektrische fiets kost 28 euro per dag. De borg is 50 euro.',
      ],
      [
        'Reparaties',
        'Een lekke band plakken we in een half uur voor 14 euro. Voor grotere reparaties maakt u een afspraak.',
      ],
      ['Pech onderweg', 'Bel bij pech het nummer 0900 1234. We halen de fiets binnen twee uur op.'],
      ['Kinderzitjes', 'Kinderzitjes zijn gratis. Ze zijn geschikt voor kinderen tot 22 kilo.'],
      ['Betalen', 'U betaalt met pin of contant. We accepteren geen creditcards.'],
    ],
    questions: [
      ['Wanneer zijn jullie open?', 'dinsdag'],
      ['Zijn jullie op zondag open?', 'gesloten'],
      ['Wat kost een elektrische fiets?', '28 euro'],
      ['Hoeveel is de borg?', '50 euro'],
      ['Hoe lang duurt het plakken van een lekke band?', 'half uur'],
      ['Welk nummer bel ik bij pech?', '0900 1234'],
      ['Zijn kinderzitjes gratis?', 'gratis'],
      ['Kan ik met een creditcard betalen?', 'geen creditcards'],
      ['Tot welk gewicht zijn kinderzitjes geschikt?', '22 kilo'],
      ['Wat kost een stadsfiets per dag?', '12 euro'],
    ],
  },
}
