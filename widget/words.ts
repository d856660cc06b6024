/** What the page itself says; the agent speaks for itself. */
export interface Words {
  readonly ask: string
  readonly askName: (name: string) => string
  readonly writeTo: (name: string) => string
  readonly looking: (name: string) => string
  readonly thinking: (name: string) => string
  readonly again: string
  readonly helpful: string
  readonly notHelpful: string
  readonly whatWrong: string
  readonly send: string
  readonly later: string
  readonly thanks: string
  readonly menu: string
  readonly startOver: string
  readonly takeAlong: string
  readonly mail: string
  readonly remember: string
  readonly you: string
  readonly offline: string
  readonly reconnecting: string
  readonly waiting: string
  readonly joined: (name: string) => string
  readonly left: (name: string, agent: string) => string
  readonly missed: string
  readonly agree: string
  readonly isMissing: string
  readonly choose: string
}

const en: Words = {
  ask: 'Ask',
  askName: (name) => `Ask ${name}`,
  writeTo: (name) => `Write to ${name}`,
  looking: (name) => `${name} is looking it up…`,
  thinking: (name) => `${name} is thinking it through…`,
  again: 'Ask again',
  helpful: 'Helpful',
  notHelpful: 'Not helpful',
  whatWrong: 'What was wrong? A word is enough.',
  send: 'Send',
  later: 'Not now',
  thanks: 'Thank you.',
  menu: 'More',
  startOver: 'Start over',
  takeAlong: 'Download the conversation',
  mail: 'Mail it to yourself',
  remember: 'Remember this conversation on this device',
  you: 'You',
  offline: 'You are offline. What you write is sent when you are back.',
  reconnecting: 'The connection was lost. Trying again…',
  waiting: 'A person was asked to join.',
  joined: (name) => `${name} is here.`,
  left: (name, agent) => `${name} has left. ${agent} answers again.`,
  missed: 'Nobody could come just now.',
  agree: 'I agree',
  isMissing: 'This is missing.',
  choose: 'Choose …',
}

const de: Words = {
  ask: 'Fragen',
  askName: (name) => `${name} fragen`,
  writeTo: (name) => `${name} schreiben`,
  looking: (name) => `${name} sieht nach …`,
  thinking: (name) => `${name} denkt nach …`,
  again: 'Noch einmal fragen',
  helpful: 'Hilfreich',
  notHelpful: 'Nicht hilfreich',
  whatWrong: 'Was stimmte nicht? Ein Wort genügt.',
  send: 'Senden',
  later: 'Jetzt nicht',
  thanks: 'Danke.',
  menu: 'Mehr',
  startOver: 'Neu beginnen',
  takeAlong: 'Gespräch herunterladen',
  mail: 'An sich selbst mailen',
  remember: 'Dieses Gespräch auf diesem Gerät merken',
  you: 'Sie',
  offline: 'Sie sind offline. Was Sie schreiben, wird gesendet, sobald Sie wieder verbunden sind.',
  reconnecting: 'Die Verbindung ist abgebrochen. Neuer Versuch …',
  waiting: 'Eine Person wurde gebeten dazuzukommen.',
  joined: (name) => `${name} ist da.`,
  left: (name, agent) => `${name} ist gegangen. ${agent} antwortet wieder.`,
  missed: 'Gerade konnte niemand kommen.',
  agree: 'Einverstanden',
  isMissing: 'Das fehlt noch.',
  choose: 'Wählen …',
}

const fr: Words = {
  ask: 'Demander',
  askName: (name) => `Demander à ${name}`,
  writeTo: (name) => `Écrire à ${name}`,
  looking: (name) => `${name} cherche…`,
  thinking: (name) => `${name} réfléchit…`,
  again: 'Demander à nouveau',
  helpful: 'Utile',
  notHelpful: 'Pas utile',
  whatWrong: 'Qu’est-ce qui n’allait pas ? Un mot suffit.',
  send: 'Envoyer',
  later: 'Pas maintenant',
  thanks: 'Merci.',
  menu: 'Plus',
  startOver: 'Recommencer',
  takeAlong: 'Télécharger la conversation',
  mail: 'Se l’envoyer par e-mail',
  remember: 'Garder cette conversation sur cet appareil',
  you: 'Vous',
  offline: 'Vous êtes hors ligne. Ce que vous écrivez sera envoyé à votre retour.',
  reconnecting: 'La connexion est perdue. Nouvel essai…',
  waiting: 'Une personne a été appelée.',
  joined: (name) => `${name} est là.`,
  left: (name, agent) => `${name} est parti. ${agent} répond à nouveau.`,
  missed: 'Personne n’a pu venir pour l’instant.',
  agree: 'J’accepte',
  isMissing: 'Il manque ceci.',
  choose: 'Choisir…',
}

const es: Words = {
  ask: 'Preguntar',
  askName: (name) => `Preguntar a ${name}`,
  writeTo: (name) => `Escribir a ${name}`,
  looking: (name) => `${name} lo está buscando…`,
  thinking: (name) => `${name} lo está pensando…`,
  again: 'Preguntar otra vez',
  helpful: 'Útil',
  notHelpful: 'No es útil',
  whatWrong: '¿Qué estaba mal? Basta una palabra.',
  send: 'Enviar',
  later: 'Ahora no',
  thanks: 'Gracias.',
  menu: 'Más',
  startOver: 'Empezar de nuevo',
  takeAlong: 'Descargar la conversación',
  mail: 'Enviársela por correo',
  remember: 'Recordar esta conversación en este dispositivo',
  you: 'Usted',
  offline: 'No hay conexión. Lo que escriba se enviará cuando vuelva.',
  reconnecting: 'Se perdió la conexión. Intentando de nuevo…',
  waiting: 'Se ha llamado a una persona.',
  joined: (name) => `${name} está aquí.`,
  left: (name, agent) => `${name} se ha ido. ${agent} vuelve a responder.`,
  missed: 'Nadie ha podido venir ahora.',
  agree: 'De acuerdo',
  isMissing: 'Falta esto.',
  choose: 'Elegir…',
}

const it: Words = {
  ask: 'Chiedi',
  askName: (name) => `Chiedi a ${name}`,
  writeTo: (name) => `Scrivi a ${name}`,
  looking: (name) => `${name} sta cercando…`,
  thinking: (name) => `${name} ci sta pensando…`,
  again: 'Chiedi di nuovo',
  helpful: 'Utile',
  notHelpful: 'Non utile',
  whatWrong: 'Che cosa non andava? Basta una parola.',
  send: 'Invia',
  later: 'Non ora',
  thanks: 'Grazie.',
  menu: 'Altro',
  startOver: 'Ricomincia',
  takeAlong: 'Scarica la conversazione',
  mail: 'Inviala per e-mail',
  remember: 'Ricorda questa conversazione su questo dispositivo',
  you: 'Lei',
  offline: 'Non c’è connessione. Ciò che scrive sarà inviato al ritorno.',
  reconnecting: 'La connessione è caduta. Nuovo tentativo…',
  waiting: 'È stata chiamata una persona.',
  joined: (name) => `${name} è qui.`,
  left: (name, agent) => `${name} è andato via. ${agent} risponde di nuovo.`,
  missed: 'In questo momento nessuno è potuto venire.',
  agree: 'Accetto',
  isMissing: 'Manca questo.',
  choose: 'Scegli…',
}

const nl: Words = {
  ask: 'Vragen',
  askName: (name) => `Vraag ${name}`,
  writeTo: (name) => `Schrijf aan ${name}`,
  looking: (name) => `${name} zoekt het op…`,
  thinking: (name) => `${name} denkt na…`,
  again: 'Opnieuw vragen',
  helpful: 'Nuttig',
  notHelpful: 'Niet nuttig',
  whatWrong: 'Wat klopte er niet? Eén woord is genoeg.',
  send: 'Versturen',
  later: 'Nu niet',
  thanks: 'Dank u.',
  menu: 'Meer',
  startOver: 'Opnieuw beginnen',
  takeAlong: 'Gesprek downloaden',
  mail: 'Naar uzelf mailen',
  remember: 'Dit gesprek op dit apparaat onthouden',
  you: 'U',
  offline: 'U bent offline. Wat u schrijft, wordt verzonden zodra u terug bent.',
  reconnecting: 'De verbinding is verbroken. Nieuwe poging…',
  waiting: 'Er is iemand gevraagd erbij te komen.',
  joined: (name) => `${name} is er.`,
  left: (name, agent) => `${name} is weg. ${agent} antwoordt weer.`,
  missed: 'Er kon nu niemand komen.',
  agree: 'Akkoord',
  isMissing: 'Dit ontbreekt nog.',
  choose: 'Kies…',
}

const ALL: Readonly<Record<string, Words>> = { en, de, fr, es, it, nl }

/** The page's words in the agent's language; English where there are none. */
export const wordsIn = (language: string): Words => ALL[language.split('-')[0]!.toLowerCase()] ?? en

/** Languages whose script runs from right to left. */
const FROM_RIGHT = new Set(['ar', 'fa', 'he', 'ps', 'sd', 'ug', 'ur', 'yi'])
export const directionOf = (language: string): 'rtl' | 'ltr' =>
  FROM_RIGHT.has(language.split('-')[0]!.toLowerCase()) ? 'rtl' : 'ltr'
