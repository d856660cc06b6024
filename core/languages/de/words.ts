import type { LanguageWords } from '../words'

/** German. */
export const words: LanguageWords = {
  function: 'wo wann wie warum welche welcher welches kann darf ich ihr gibt kostet bitte hallo danke viel mein uhr',
  hasty: "gibts=gibt es, gehts=geht es, kann's=kann es, habts=habt ihr, bin's=bin es",
  greeting: 'hallo, hi, hey, guten tag, guten morgen, guten abend, moin, servus, grüß gott, grüezi',
  thanks: 'danke, vielen dank, danke schön, dankeschön, super, perfekt, prima',
  acknowledges:
    'ok, okay, ja, ja bitte, jep, klar, alles klar, in ordnung, verstehe, ich verstehe, verstanden, aha, ach so, achso, ah, oh, hm, hmm, gut, fein, genau, stimmt, richtig, nein, nö, nicht wirklich, eigentlich nicht, natürlich, schade, egal, macht nichts, kein problem, gut zu wissen, interessant, na gut, passt, einverstanden, dann',
  farewell: 'tschüss, auf wiedersehen, bis bald, ciao, bis morgen, das war alles, gute nacht',
  courtesy:
    'und, sehr, viel, für, die, ihre, deine, hilfe, einen, schönen, tag, noch, das, ist, war, nett, sie, du, mal, ihnen, dir, ja, nein, jetzt, bitte',
  identity:
    'wer bist du, wer sind sie, was bist du, bist du ein mensch, sind sie ein mensch, bist du ein roboter, wie heißt du, wie heißen sie, was kannst du, was können sie',
  ownName: 'wie heiße ich, wie ist mein name, mein name noch',
  reach: 'sprechen, reden, anrufen, verbinden, kontaktieren, erreichen, möchte, will, brauche',
  person:
    'mensch, menschen, person, mitarbeiter, mitarbeiterin, jemand, jemanden, jemandem, kundendienst, berater, chef',
  personAlone:
    'mit einem menschen, mit jemandem sprechen, mit einem mitarbeiter, verbinden sie mich, echter mensch, echten menschen',
  insult: 'du idiot, sie idiot, halt die klappe, dummer bot, du bist dumm, arschloch, scheiß bot',
  distress: 'umbringen, will sterben, selbstmord, suizid, kann nicht mehr leben, mir das leben nehmen',
  emergency: 'ertrinkt, stirbt, bewusstlos, herzinfarkt, atmet nicht, krankenwagen, es brennt, ein notfall',
  orders:
    'ignoriere … anweisungen, vergiss … anweisungen, vergiss alles, du bist jetzt ein, tu so als, deine anweisungen, dein prompt',
  asks: {
    summary: 'fasse … zusammen, zusammenfassung, überblick, erzähl mir von, was weißt du über, das wichtigste',
    comparison: 'unterschied, unterschiede, vergleich, vergleiche, besser als, günstiger als',
    meaning: 'was ist, was sind, was bedeutet, was heißt, bedeutung',
    reason: 'warum, weshalb, wieso, aus welchem grund',
    money:
      'wie viel kostet, was kostet, was kosten, wie teuer, preis, preise, kosten, kostet, gebühr, gebühren, wie viel zahle, kostenlos, gratis',
    duration: 'wie lange, wie viele tage, wie viele stunden, wie viele minuten, wie schnell, wie viele wochen',
    time: 'wann, um wie viel uhr, bis wann, seit wann, ab wann, welcher tag, an welchem tag, an welchen tagen, öffnungszeiten, wie oft, wie spät, wie früh, uhrzeit',
    measure:
      'wie groß, wie hoch, wie tief, wie schwer, wie breit, wie weit, wie alt, wie warm, wie viel, ab welchem alter',
    count: 'wie viele, anzahl',
    place: 'wo, wohin, woher, adresse, wie komme ich, wie kommt man, anfahrt',
    person: 'wer, wem, wen, wessen, bei wem, an wen',
    howTo:
      'wie kann ich, wie mache ich, wie geht, wie bekomme ich, wie funktioniert, was muss ich tun, was mache ich, wie',
    list: 'welche, welcher, welches, was für, liste, was brauche ich, was kann man, was gibt es',
    choice: 'empfehlen, empfiehlst, empfehlung, soll ich wählen, was passt, geeignet für',
  },
  auxiliaries:
    'ist, sind, war, kann, können, darf, dürfen, muss, müssen, gibt, hat, haben, habt, wird, werden, soll, sollte, bist, nehmen, nehmt, braucht, brauche, kostet, macht, geht, fährt, bietet, bieten, akzeptieren',
  statesWith: 'ist, sind, kann, können, darf, dürfen, muss, müssen, soll, sollen, wird, werden',
  nounsAreLarge: true,
  leave:
    'darf ich, dürfen wir, kann ich, können wir, darf man, kann man, erlaubt, gestattet, muss ich, müssen wir, muss man, brauche ich',
  denial:
    'nicht, kein, keine, keinen, keiner, keinem, nie, niemals, niemand, nichts, ohne, geschlossen, verboten, unmöglich, weder',
  unsure:
    'außer, nur, es sei denn, aber, jedoch, wenn, falls, manchmal, meist, meistens, oder, bis, vor, nach, sonst, statt, ausgenommen, einige',
  leaveGiven:
    'kann, können, darf, dürfen, erlaubt, möglich, kostenlos, gibt, inbegriffen, geöffnet, willkommen, muss, müssen, nehmen, bieten',
  pointing: 'es, sie, er, das, dies, diese, dieser, dort, da, ihn, ihm, ihr, welche, davon, dafür, damit',
  leadsOn: 'und, aber, oder, und was ist mit, was ist mit, wie ist es mit, und wenn, also, dann',
  softens:
    'bitte, entschuldigung, entschuldigen sie, verzeihung, ach, dann, auch, sag mal, wenn es keine umstände macht, wenn es ihnen nichts ausmacht, wenn sie einen moment zeit haben, wären sie so freundlich mir zu sagen, eine frage, kurze frage',
  polite:
    'können sie mir sagen, könnten sie mir sagen, kannst du mir sagen, können sie mir erklären, können sie mir helfen, wissen sie, weißt du',
  around:
    'mit, zu, einem, einer, einen, ein, ich, sie, mir, mich, bitte, kann, könnte, möchte, würde, wie, wo, wen, hier, gerne',
  joins: 'und, und auch, sowie, aber',
  about: {
    money: 'preis kosten',
    time: 'uhr zeit öffnungszeiten tag',
    duration: 'dauer stunden',
    place: 'adresse ort',
    person: 'name',
  },
  visitor:
    'der besucher, ein besucher, besucher, der gast, ein gast, gäste, der kunde, ein kunde, kunden, jemand, man, sie, die frage, eine frage',
  light:
    'fragt, fragen, will, wollen, möchte, möchten, nach, über, etwas, ist, sind, wissen, sagt, sagen, bitte, machen, gehen, haben, hat, gibt, mal, mehr, kann, können',
  names: `
öffnungszeiten, geöffnet
wlan, wi-fi, internet
`,
  free: 'kostenlos, kostenfrei, gratis, umsonst, frei, inbegriffen',
  because: 'weil, da, denn, damit, deshalb, wegen, grund, daher',
  leavesDuty: 'abbrechen, stopp, stop, vergiss es, lass es, egal, doch nicht, nicht jetzt',
  takesBack:
    'vergiss es, vergessen sie es, vergiss, vergessen sie, lass es, doch nicht, nicht mehr, egal, abbrechen, storniere, stornieren, stornieren sie, nehme … zurück, zurückziehen, brauche … nicht, brauche … keine, brauche … keinen, möchte … nicht, will … nicht, hat sich erledigt',
  declines:
    'will … nicht, will keinen, will keine, will kein, möchte … nicht, möchte keinen, möchte keine, möchte kein, brauche keinen, brauche keine, brauche kein, nicht mehr nötig, ^bitte nicht, ^bitte kein, ^bitte keine, ^bitte keinen',
  regarding: 'über, wegen, bezüglich, worum, woran, worüber, erinnere … an, erinnern … an',
  agrees: 'ja, ja bitte, gern, gerne, ok, okay, mach das, in ordnung, richtig, stimmt, genau, klar, natürlich',
  resumes: 'weiter, mach weiter, zurück zu, wo waren wir',
  corrects: 'nein, nicht, doch, ich meine, ich meinte, moment, ändere, lieber, eigentlich',
  skips: 'nein, keine, keins, nichts, überspringen',
  tellsName: 'ich heiße, mein name ist, ich bin, nenn mich',
  yesNo: 'ja, nein',
  addresses: 'du, dich, dir, dein, deine, sie, ihnen, ihr, ihre',
  shades:
    'jedoch, allerdings, aber, obwohl, deshalb, daher, leider, natürlich, insgesamt, außer, stattdessen, sonst, ziemlich, vorher, schon, auch, beide, nur, einfach, noch, weil, meist, normalerweise, etwa, ungefähr, fast, genau, ganz, gesamte, mehrere, weitere, gern, bitte, möglich, wieder, dabei, dafür, hier, dort',
  reckons:
    'insgesamt, zusammen, macht, ergibt, unterschied, weniger, mehr als, günstiger, spart, länger, kürzer, schneller, zwischen, plus, minus, je, also',
  aside:
    'gern geschehen, lassen sie mich wissen, sag bescheid, melden sie sich, ich helfe, kann ich noch, hoffe, leider weiß ich, weiß ich nicht, weiss ich nicht, keine angaben, keine informationen, nicht erwähnt, tut mir leid, es kommt darauf an, das kommt darauf an, gute frage, viel spaß, schönen tag, gute reise, möchten sie, möchtest du, hier ist, hier sind, kurz gesagt',
  favour: 'kann ich, können wir, könnte ich, könnten sie, können sie, kannst du, darf ich',
  sides: 'und, oder, als, mit, zu, von, gegenüber, zwischen',
  contact: 'Kontakt Telefon E-Mail Büro',
  instructs:
    'können sie, kannst du, klicken, wählen, drücken, öffnen, gehen sie, geben sie, müssen sie, bitte, rufen sie, schreiben sie, zuerst, dann, einfach',
  places: 'in, an, am, im, auf, bei, neben, hinter, unter, straße, platz, adresse, raum, etage, gegenüber',
}
