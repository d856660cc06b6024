import type { LanguageWords } from '../words'

/** French. */
export const words: LanguageWords = {
  function:
    'où quand comment combien pourquoi quel quelle quels quelles est-ce puis-je je peux vous bonjour merci avec heure',
  hasty: "svp=s'il vous plaît, qd=quand, pk=pourquoi, stp=s'il te plaît",
  greeting: 'bonjour, bonsoir, salut, coucou, allô',
  thanks: 'merci, merci beaucoup, mille mercis, parfait, super',
  acknowledges:
    "ok, d'accord, oui, oui s'il vous plaît, ouais, bien sûr, entendu, compris, je vois, je comprends, ah, oh, ah bon, hm, bon, bien, exact, c'est vrai, non, pas vraiment, dommage, tant pis, pas de problème, bon à savoir, intéressant, ça marche, très bien, alors",
  farewell: "au revoir, à bientôt, à demain, bonne nuit, c'est tout, adieu",
  courtesy:
    "beaucoup, bien, et, à, vous, toi, pour, votre, ton, aide, bonne, journée, soirée, très, c'est, tout, le, la, monde, encore, gentil, oui, non, maintenant",
  identity:
    "qui es-tu, qui es tu, qui êtes-vous, qui êtes vous, es-tu un robot, êtes-vous un robot, êtes-vous humain, comment tu t'appelles, comment vous appelez-vous, que peux-tu faire, que pouvez-vous faire",
  ownName: "comment je m'appelle, quel est mon nom",
  reach: 'parler, appeler, contacter, joindre, discuter, passez-moi, veux, voudrais',
  person: "personne, humain, quelqu'un, conseiller, conseillère, employé, responsable, service client, agent",
  personAlone:
    "parler à quelqu'un, parler à une personne, parler à un humain, parler à un conseiller, une vraie personne, un être humain",
  insult: 'tu es stupide, idiot, imbécile, ta gueule, connard, tu es nul',
  distress: 'me tuer, me suicider, suicide, envie de mourir, en finir avec la vie',
  emergency: 'se noie, inconscient, crise cardiaque, ne respire plus, une ambulance, au feu, une urgence',
  orders:
    'ignore … instructions, ignorez … instructions, oublie … instructions, fais semblant d, tu es maintenant, tes instructions, vos instructions, ton prompt',
  asks: {
    summary: "résume, résumez, résumé, en bref, parle-moi de, parlez-moi de, l'essentiel",
    comparison: 'différence, différences, compare, comparer, comparaison, meilleur que, moins cher que',
    meaning:
      "qu'est-ce que c'est, qu'est-ce qu'un, qu'est-ce qu'une, que veut dire, que signifie, c'est quoi, définition",
    reason: 'pourquoi, pour quelle raison',
    money:
      'combien coûte, combien coûtent, combien ça coûte, quel est le prix, prix, tarif, tarifs, coût, combien faut-il payer, est-ce gratuit, gratuit, combien est, combien pour, combien',
    duration: "combien de temps, combien de jours, combien d'heures, combien de minutes, quelle durée",
    time: "quand, à quelle heure, quelle heure, jusqu'à quand, depuis quand, quel jour, quels jours, horaires, quelle date, jusqu'à quelle heure",
    measure: 'quelle taille, quel poids, quelle hauteur, quelle profondeur, quelle distance, à quel âge, quel âge',
    count: "combien de, combien d'",
    place: 'où, adresse, comment venir, comment aller, par où',
    person: 'qui, à qui, chez qui, de qui',
    howTo: 'comment, que dois-je faire, que faire, de quelle manière',
    list: "quels, quelles, quel, quelle, liste, qu'est-ce que je dois, que faut-il, qu'y a-t-il",
    choice: 'recommandez, recommandes, conseillez, lequel choisir, laquelle choisir, que choisir',
  },
  auxiliaries:
    'est, sont, puis, puis-je, peut, peut-on, peux, pouvons, dois, doit, doit-on, faut-il, y, a, avez-vous, avez, as-tu, est-ce, est-il, sont-ils, acceptez-vous, ai-je, faites-vous, proposez-vous, prenez-vous',
  statesWith: 'est, sont, peut, peuvent, doit, doivent',
  leave:
    "puis-je, peut-on, est-ce que je peux, est-ce qu'on peut, pouvons-nous, ai-je le droit, permis, autorisé, dois-je, faut-il, doit-on",
  denial:
    'ne, n, pas, jamais, aucun, aucune, rien, personne, sans, fermé, fermée, fermés, interdit, interdite, interdits, impossible, ni',
  unsure:
    "sauf, seulement, uniquement, mais, si, parfois, souvent, ou, avant, après, jusqu'à, excepté, sinon, cependant, quand, lorsque",
  leaveGiven:
    'peut, peuvent, pouvez, permis, autorisé, autorisés, possible, gratuit, gratuite, il y a, inclus, ouvert, ouverte, bienvenus, doit, doivent, acceptons, proposons',
  pointing: 'il, elle, ils, elles, le, la, les, ça, cela, ce, celui-ci, celle-ci, y, en, lui, là',
  leadsOn: "et, mais, ou, et pour, et si, qu'en est-il de, alors, donc",
  softens: "s'il vous plaît, pardon, excusez-moi, alors, aussi",
  polite:
    "pouvez-vous me dire, pourriez-vous me dire, peux-tu me dire, pouvez-vous m'expliquer, pouvez-vous m'aider, savez-vous",
  around: "avec, à, un, une, je, vous, me, nous, pouvez, puis, peux, comment, où, qui, s'il, plaît",
  joins: 'et, et aussi, ainsi que, mais',
  about: { money: 'prix tarif', time: 'heure horaires jour', duration: 'durée', place: 'adresse lieu', person: 'nom' },
  visitor:
    "le visiteur, un visiteur, les visiteurs, le client, un client, les clients, quelqu'un, on, ils, elle, la question, une question",
  light:
    'demande, demandent, veut, veulent, voudrait, voudrais, savoir, dire, dit, parle, sur, quelque, chose, est, sont, avoir, faire, aller, svp, peux, peut, puis, dois, faut',
  names: `
wifi, wi-fi, internet
`,
  free: 'gratuit, gratuite, gratuits, gratuites, gratuitement, sans frais, offert, compris',
  because: 'parce que, car, puisque, afin de, pour que, raison, en raison, à cause',
  leavesDuty: "annule, annuler, stop, laisse tomber, oublie, pas maintenant, j'ai changé d'avis",
  takesBack:
    "laisse tomber, laissez tomber, oublie, oubliez, annule, annulez, annuler, plus besoin, ne veux plus, ne souhaite plus, j'ai changé d'avis, finalement non, retire, retirer",
  declines: 'ne veux pas, ne veux plus, ne souhaite pas, ne souhaite plus, pas besoin, plus besoin, ^ne',
  regarding: 'à propos de, au sujet de, concernant, de quoi, rappelle-moi … de, rappelez-moi … de',
  agrees: "oui, oui s'il vous plaît, d'accord, ok, allez-y, vas-y, bien sûr, c'est bon, exact, volontiers",
  resumes: 'continue, continuons, reprends, où en étions-nous',
  corrects: 'non, pas, en fait, je veux dire, attends, plutôt, change',
  skips: 'non, aucun, aucune, rien, passe',
  tellsName: "je m'appelle, mon nom est, je suis, appelle-moi",
  yesNo: 'oui, non',
  addresses: 'vous, votre, vos, tu, te, toi, ton, ta, tes',
  shades:
    'cependant, toutefois, mais, bien que, donc, malheureusement, bien sûr, total, sauf, sinon, plutôt, déjà, aussi, seulement, simplement, encore, parce que, généralement, environ, presque, exactement, tout, plusieurs, possible, ici, là',
  reckons:
    'au total, en tout, ensemble, donc, soit, différence, moins, plus que, économisez, plus long, plus court, entre, plus, chacun',
  aside:
    "n'hésitez pas, faites-moi savoir, dites-moi, je suis désolé, désolé, désolée, j'espère, je ne sais pas, aucune information, pas mentionné, cela dépend, ça dépend, bonne question, bonne journée, bon voyage, voulez-vous, souhaitez-vous, voici, en bref",
  favour: 'puis-je, pouvons-nous, pouvez-vous, peux-tu, pourriez-vous, est-ce que je peux',
  sides: 'et, ou, que, avec, contre, entre',
  contact: 'contact téléphone courriel adresse bureau',
  instructs:
    "vous pouvez, cliquez, choisissez, appuyez, ouvrez, allez, entrez, il faut, vous devez, veuillez, appelez, écrivez, d'abord, puis, ensuite",
  places: 'à, au, dans, sur, sous, près, derrière, rue, place, adresse, salle, étage, en face',
}
