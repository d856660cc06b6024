import type { Phrases } from '../phrases'

/** French. */
export const fr: Phrases = {
  yes: 'Oui.',
  no: 'Non.',
  depends: 'Cela dépend.',
  and: 'et',
  or: 'ou',
  total: (about, sum, working) => `${about ? `Pour ${about}, le` : 'Le'} total est de ${sum} : ${working}.`,
  equals: (given, converted) => `${given}, c’est ${converted}.`,
  which: (header, choices) => `Lequel voulez-vous dire (${header}) : ${choices} ?`,
  sorry: 'J’en suis désolé.',
  notSure: 'Je ne suis pas sûr que cela réponde à la question ; c’est ce qui s’en approche le plus.',
  youAre: (name) => `Vous vous appelez ${name}.`,
  nameUnknown: 'Vous ne m’avez pas dit votre nom.',
  noPerson: 'Je suis un programme et ne peux pas vous mettre en relation.',
  whomToAsk: 'À qui s’adresser :',
  duty: {
    ask: (name) => `Quel est votre ${name} ?`,
    invalid: {
      text: 'Dites-le-moi en quelques mots.',
      number: 'Il me faut un nombre.',
      date: 'Il me faut un jour, par exemple 12/03/2027 ou 12 March.',
      time: 'Il me faut une heure, par exemple 09:30.',
      email: 'Cela ne ressemble pas à une adresse e-mail ; il y faut un @ et un point.',
      phone: 'Cela ne ressemble pas à un numéro de téléphone ; donnez au moins six chiffres.',
      choice: 'Ce n’est pas l’un des choix.',
    },
    oneOf: (choices) => `Vous pouvez choisir ${choices}.`,
    have: 'Voici ce que j’ai noté :',
    changed: (name, value) => `J’ai changé ${name} en ${value}.`,
    left: 'D’accord, j’abandonne cela.',
    whichDuty: (names) => `Souhaitez-vous ${names} ?`,
    backTo: (name) => `Revenons à « ${name} » :`,
  },
  courtesy: {
    hello: { formal: ['Bonjour.'], plain: ['Bonjour.'], casual: ['Salut !'] },
    howCanIHelp: {
      formal: ['Comment puis-je vous aider ?'],
      plain: ['Que voulez-vous savoir ?'],
      casual: ['Je peux t’aider ?'],
    },
    welcome: { formal: ['Je vous en prie.'], plain: ['Avec plaisir.'], casual: ['De rien !'] },
    bye: { formal: ['Au revoir, et merci.'], plain: ['Au revoir.'], casual: ['Salut !'] },
    iAm: (name, role) => `${name ? `Je suis ${name}` : 'Je suis un assistant'}${role ? `, ${role}` : ''}.`,
    aProgram: 'Je suis un programme, pas une personne.',
    myJob: (job) => `Ma tâche : ${job}`,
    youCouldAsk: (question) => `Vous pouvez me demander : « ${question} »`,
    insult: {
      formal: ['Je suis désolé que ce soit frustrant. Dites-moi ce qu’il vous faut.'],
      plain: ['Je suis désolé que ce soit frustrant. Dites-moi ce qu’il vous faut.'],
      casual: ['Je suis désolé que ce soit frustrant. Dites-moi ce qu’il vous faut.'],
    },
    distress:
      'Je suis vraiment désolé que ce soit si dur. Je ne suis qu’un programme : parlez à quelqu’un maintenant, une personne de confiance, votre médecin ou une ligne d’écoute. En danger, appelez le 112.',
    emergency:
      'Cela ressemble à une urgence. Appelez tout de suite le 112 ou les personnes les plus proches. Je suis un programme et ne peux appeler personne.',
  },
  openers: { formal: ['Merci de votre question.'], plain: ['Avec plaisir.'], casual: ['Bonne question !'] },
  closers: {
    formal: ['Je reste à votre disposition.'],
    plain: ['Demandez s’il y a autre chose.'],
    casual: ['Autre chose ? Dis-le !'],
  },
  playful: ['Pas besoin de boule de cristal !'],
  hedge: ['Autant que je puisse voir,'],
  disagree: 'Un autre document dit autre chose :',
}
