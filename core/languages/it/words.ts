import type { LanguageWords } from '../words'

/** Italian. */
export const words: LanguageWords = {
  function: 'dove quando come quanto quanta perché quale quali posso è ciao grazie costa ora mio mia',
  hasty: 'cmq=comunque, xché=perché, nn=non',
  greeting: 'ciao, salve, buongiorno, buonasera, buon pomeriggio',
  thanks: 'grazie, grazie mille, molte grazie, perfetto, ottimo',
  acknowledges:
    "ok, sì, si, sì grazie, certo, d'accordo, capito, capisco, ho capito, vedo, ah, oh, hm, bene, giusto, esatto, no, non proprio, peccato, pazienza, non importa, nessun problema, buono a sapersi, interessante, va bene, allora",
  farewell: 'arrivederci, a presto, a domani, addio, buonanotte, è tutto',
  courtesy:
    'mille, molto, tanto, per, il, suo, tuo, aiuto, e, buona, giornata, serata, tutto, è, la, a, lei, te, tutti, sì, no, gentile',
  identity:
    'chi sei, chi è lei, sei un robot, sei umano, sei una persona, come ti chiami, come si chiama lei, cosa puoi fare, cosa sai fare',
  ownName: 'come mi chiamo, qual è il mio nome',
  reach: 'parlare, chiamare, contattare, voglio, vorrei, mi passi',
  person: 'persona, umano, qualcuno, operatore, operatrice, impiegato, responsabile, servizio clienti',
  personAlone:
    'parlare con qualcuno, parlare con una persona, parlare con un operatore, una persona vera, un essere umano',
  insult: 'sei stupido, idiota, imbecille, stai zitto, stronzo, sei inutile',
  distress: 'uccidermi, suicidarmi, suicidio, voglio morire, farla finita',
  emergency: "sta annegando, incosciente, infarto, non respira, un'ambulanza, va a fuoco, un'emergenza",
  orders: 'ignora … istruzioni, dimentica … istruzioni, fingi di, ora sei, le tue istruzioni',
  asks: {
    summary: "riassumi, riassunto, in breve, parlami di, raccontami di, l'essenziale",
    comparison: 'differenza, differenze, confronta, confronto, meglio di, più economico di',
    meaning: "cos'è, che cos'è, cosa è, cosa sono, che cosa significa, cosa significa, cosa vuol dire, definizione",
    reason: 'perché, per quale motivo, come mai',
    money:
      'quanto costa, quanto costano, qual è il prezzo, prezzo, prezzi, tariffa, tariffe, quanto si paga, quanto devo pagare, costa, è gratis, gratis, gratuito',
    duration: 'quanto tempo, quanti giorni, quante ore, quanti minuti, quanto dura, quanto ci vuole',
    time: 'quando, a che ora, che ora, fino a quando, da quando, che giorno, quali giorni, orario, orari, che data, fino a che ora',
    measure:
      'quanto è grande, quanto pesa, quanto è alto, quanto è profondo, quanto è lontano, a che età, che età, che misura, quanto',
    count: 'quanti, quante',
    place: 'dove, indirizzo, come si arriva, come arrivo',
    person: 'chi, a chi, con chi, di chi',
    howTo: 'come, che cosa devo fare, cosa devo fare, cosa faccio, in che modo',
    list: 'quali, quale, che tipo, che tipi, elenco, lista, di cosa ho bisogno, cosa serve, che cosa, cosa',
    choice: 'consigli, consiglia, raccomandi, quale scegliere, cosa scegliere',
  },
  auxiliaries:
    "è, sono, posso, può, si, possiamo, devo, c'è, ci, ha, hanno, avete, accettate, fate, offrite, bisogna, è incluso, serve",
  statesWith: 'è, sono, può, possono, deve, devono',
  leave: 'posso, si può, possiamo, è permesso, è consentito, devo, bisogna, è possibile, è obbligatorio, si possono',
  denial:
    'non, mai, nessuno, nessuna, nessun, niente, nulla, senza, chiuso, chiusa, chiusi, vietato, vietata, vietati, impossibile, né',
  unsure:
    'tranne, eccetto, solo, soltanto, ma, se, a volte, di solito, o, oppure, prima, dopo, fino, altrimenti, salvo, quando, però',
  leaveGiven:
    "può, possono, puoi, permesso, permessi, consentito, possibile, gratis, gratuito, gratuita, c'è, ci sono, incluso, inclusa, aperto, benvenuti, deve, devono, accettiamo, offriamo",
  pointing: 'lui, lei, loro, lo, la, li, le, ciò, questo, questa, quello, quella, lì, là, ci, ne',
  leadsOn: 'e, ma, o, e se, e per, che ne dici di, allora, quindi',
  softens: 'per favore, scusi, scusa, allora, anche',
  polite: 'può dirmi, potrebbe dirmi, puoi dirmi, mi può dire, mi sa dire, può spiegarmi, può aiutarmi, sa dirmi',
  around: 'con, a, un, una, io, lei, mi, posso, potrei, vorrei, come, dove, chi, per, favore',
  joins: 'e, e anche, inoltre, ma',
  about: {
    money: 'prezzo tariffa',
    time: 'ora orario giorno',
    duration: 'tempo',
    place: 'indirizzo luogo',
    person: 'nome',
  },
  visitor:
    'il visitatore, un visitatore, i visitatori, il cliente, un cliente, i clienti, qualcuno, loro, la domanda, una domanda',
  light:
    'chiede, chiedono, vuole, vogliono, vorrebbe, vorrei, sapere, dire, dice, parla, su, qualcosa, è, sono, avere, fare, andare, favore, posso, può, devo, serve',
  names: `
wifi, wi-fi, internet
`,
  free: 'gratis, gratuito, gratuita, gratuiti, gratuite, gratuitamente, incluso, inclusa, libero',
  because: 'perché, poiché, siccome, affinché, motivo, a causa, per via',
  leavesDuty: 'annulla, stop, lascia stare, dimentica, non ora, ho cambiato idea',
  takesBack:
    'lascia stare, lasci stare, dimentica, dimentichi, annulla, annulli, annullare, non voglio più, non serve più, non mi serve, non ho più bisogno, ho cambiato idea, ritira, ritiro',
  declines: 'non voglio, non mi serve, non serve, non ho bisogno, non desidero, ^non',
  regarding: 'riguardo a, a proposito di, circa, di cosa, di che cosa, ricordami … di, mi ricordi … di',
  agrees: "sì, si, sì grazie, certo, va bene, ok, d'accordo, fallo, procedi, giusto, esatto",
  resumes: 'continua, riprendi, andiamo avanti, dove eravamo',
  corrects: 'no, in realtà, voglio dire, aspetta, piuttosto, cambia',
  skips: 'no, nessuno, nessuna, niente',
  tellsName: 'mi chiamo, il mio nome è, sono, chiamami',
  yesNo: 'sì, no',
  addresses: 'lei, suo, sua, suoi, sue, tu, ti, tuo, tua, vi',
  shades:
    'tuttavia, però, ma, benché, quindi, purtroppo, certo, totale, eccetto, altrimenti, piuttosto, già, anche, solo, semplicemente, ancora, perché, di solito, circa, quasi, esattamente, tutto, diversi, possibile, qui, lì',
  reckons:
    'in totale, insieme, quindi, cioè, differenza, meno, più di, risparmia, più lungo, più corto, tra, più, ciascuno',
  aside:
    'mi faccia sapere, fammi sapere, non esiti, mi dispiace, spero, non lo so, non so, nessuna informazione, non è menzionato, dipende, buona domanda, buon viaggio, vuole che, vuoi che, ecco, in breve',
  favour: 'posso, possiamo, può, puoi, potrei, potrebbe',
  sides: 'e, ed, o, che, con, contro, tra, fra',
  contact: 'contatto telefono email ufficio',
  instructs: 'può, puoi, clicca, scegli, premi, apri, vai, inserisci, deve, bisogna, chiami, scriva, prima, poi',
  places: 'in, a, al, su, sotto, vicino, dietro, via, piazza, indirizzo, sala, piano, di fronte',
}
