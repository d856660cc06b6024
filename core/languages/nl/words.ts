import type { LanguageWords } from '../words'

/** Dutch. */
export const words: LanguageWords = {
  function: 'waar wanneer hoe hoeveel waarom welke kan mag ik je jullie hallo dank kost mijn uur er zijn wat',
  hasty: "'t=het, 'k=ik, aub=alstublieft, ff=even",
  greeting: 'hallo, hoi, hey, goedemorgen, goedemiddag, goedenavond, goedendag, dag',
  thanks: 'dank je, dank u, bedankt, dankjewel, dankuwel, hartelijk dank, perfect, prima',
  acknowledges:
    'ok, oké, ja, ja graag, jep, zeker, begrepen, ik begrijp het, ik snap het, snap ik, ah, oh, aha, hm, goed, mooi, precies, klopt, nee, niet echt, jammer, maakt niet uit, geen probleem, goed om te weten, interessant, akkoord, dan',
  farewell: 'tot ziens, doei, dag, tot morgen, tot straks, dat was alles, welterusten',
  courtesy:
    'wel, zeer, heel, veel, voor, de, uw, je, hulp, en, een, fijne, dag, avond, dat, is, was, u, alles, nog, ja, nee, aardig',
  identity:
    'wie ben je, wie bent u, ben je een mens, bent u een mens, ben je een robot, hoe heet je, hoe heet u, wat kun je, wat kunt u',
  ownName: 'hoe heet ik, wat is mijn naam',
  reach: 'spreken, praten, bellen, doorverbinden, contact, bereiken, wil, zou',
  person: 'mens, persoon, iemand, medewerker, medewerkster, collega, klantenservice, baas',
  personAlone: 'met iemand spreken, iemand spreken, met een mens, met een medewerker, een echt mens, verbind me door',
  insult: 'je bent dom, idioot, hou je mond, klootzak, sukkel',
  distress: 'zelfmoord, mezelf iets aandoen, wil dood, niet meer leven, een eind aan mijn leven',
  emergency: 'verdrinkt, bewusteloos, hartaanval, ademt niet, een ambulance, er is brand, een noodgeval',
  orders: 'negeer … instructies, vergeet … instructies, doe alsof, je bent nu een, je instructies, uw instructies',
  asks: {
    summary: 'vat … samen, samenvatting, overzicht, vertel me over, in het kort, het belangrijkste',
    comparison: 'verschil, verschillen, vergelijk, vergelijking, beter dan, goedkoper dan',
    meaning: 'wat is een, wat zijn, wat betekent, wat wil zeggen, betekenis, wat is',
    reason: 'waarom, om welke reden, hoezo',
    money:
      'hoeveel kost, hoeveel kosten, wat kost, wat kosten, prijs, prijzen, tarief, tarieven, hoe duur, is het gratis, gratis, kost',
    duration: 'hoe lang, hoelang, hoeveel dagen, hoeveel uur, hoeveel minuten, hoeveel weken',
    time: 'wanneer, hoe laat, tot wanneer, sinds wanneer, vanaf wanneer, welke dag, welke dagen, op welke dag, openingstijden, welke datum, hoe vaak',
    measure: 'hoe groot, hoe hoog, hoe diep, hoe zwaar, hoe breed, hoe ver, hoe oud, hoe warm, vanaf welke leeftijd',
    count: 'hoeveel, aantal',
    place: 'waar, waarheen, adres, hoe kom ik, hoe kom je',
    person: 'wie, aan wie, bij wie, van wie',
    howTo: 'hoe kan ik, hoe moet ik, hoe werkt, hoe krijg ik, wat moet ik doen, wat doe ik, hoe',
    list: 'welke, welk, wat voor, lijst, wat heb ik nodig, wat moet ik meenemen, wat kun je',
    choice: 'aanraden, raad je aan, aanbeveling, welke moet ik kiezen, geschikt voor',
  },
  auxiliaries:
    'is, zijn, was, kan, kun, kunnen, mag, mogen, moet, moeten, heeft, hebben, heb, zal, zullen, wordt, worden, ben, bent, accepteren, nemen, biedt, bieden',
  statesWith: 'is, zijn, kan, kunnen, mag, mogen, moet, moeten, zal, zullen, wordt, worden',
  leave:
    'mag ik, mogen we, kan ik, kunnen we, mag je, kan je, toegestaan, verboden, moet ik, moeten we, moet je, heb ik nodig',
  denial: 'niet, geen, nooit, niemand, niets, zonder, gesloten, dicht, verboden, onmogelijk, noch',
  unsure:
    'behalve, alleen, slechts, tenzij, maar, als, indien, soms, meestal, of, tot, voor, na, anders, uitgezonderd, wanneer',
  leaveGiven:
    'kan, kunt, kunnen, mag, mogen, toegestaan, mogelijk, gratis, er is, er zijn, inbegrepen, open, welkom, moet, moeten, accepteren, bieden',
  pointing: 'het, hij, zij, ze, dat, dit, die, deze, daar, er, hem, haar, ervan, daarvoor',
  leadsOn: 'en, maar, of, en wat, wat als, hoe zit het met, en hoe, dan, dus',
  softens: 'alstublieft, sorry, pardon, dan, ook',
  polite:
    'kunt u mij zeggen, kunt u me zeggen, kun je me zeggen, kunt u mij vertellen, kun je me vertellen, kunt u uitleggen, kunt u mij helpen, weet u, weet je',
  around: 'met, aan, een, ik, u, mij, me, we, kan, kunt, zou, graag, hoe, waar, wie',
  joins: 'en, en ook, plus, maar',
  about: {
    money: 'prijs kosten',
    time: 'uur tijd openingstijden dag',
    duration: 'duur',
    place: 'adres plaats',
    person: 'naam',
  },
  visitor:
    'de bezoeker, een bezoeker, bezoekers, de gast, een gast, gasten, de klant, een klant, klanten, iemand, ze, de vraag, een vraag',
  light:
    'vraagt, vragen, wil, willen, over, iets, is, zijn, weten, zegt, zeggen, graag, doen, gaan, hebben, heeft, kan, kunnen, mag, alsjeblieft',
  names: `
wifi, wi-fi, internet
`,
  free: 'gratis, kosteloos, vrij, inbegrepen',
  because: 'omdat, want, doordat, zodat, reden, daarom, vanwege',
  leavesDuty: 'annuleer, stop, laat maar, vergeet het, niet nu, ik ben van gedachten veranderd',
  takesBack:
    'laat maar, vergeet, annuleer, annuleren, niet meer nodig, wil … niet meer, hoeft niet meer, hoeft niet, ik ben van gedachten veranderd, trek … in, intrekken',
  declines: 'wil geen, wil … niet, hoef geen, hoef … niet, niet nodig, ^niet',
  regarding: 'over, betreffende, waarover, waaraan, waar … over, herinner … aan',
  agrees: 'ja, ja graag, ja hoor, prima, ok, oké, doe maar, akkoord, klopt, natuurlijk, goed',
  resumes: 'ga door, verder, terug naar, waar waren we',
  corrects: 'nee, niet, eigenlijk, ik bedoel, wacht, liever, verander',
  skips: 'nee, geen, niets, overslaan',
  tellsName: 'ik heet, mijn naam is, ik ben, noem me',
  yesNo: 'ja, nee',
  addresses: 'u, uw, je, jij, jou, jouw',
  shades:
    'echter, maar, hoewel, daarom, helaas, natuurlijk, totaal, behalve, anders, liever, al, ook, alleen, gewoon, nog, omdat, meestal, ongeveer, bijna, precies, heel, meerdere, mogelijk, hier, daar',
  reckons: 'in totaal, samen, dus, dat is, verschil, minder, meer dan, bespaart, langer, korter, tussen, plus, elk',
  aside:
    'laat het me weten, laat het weten, graag gedaan, het spijt me, ik hoop, ik weet het niet, weet ik niet, geen informatie, niet vermeld, dat hangt ervan af, goede vraag, fijne dag, goede reis, wilt u, wil je, hier is, hier zijn, kortom',
  favour: 'kan ik, kunnen we, mag ik, kunt u, kun je, zou ik',
  sides: 'en, of, dan, met, tegen, tussen',
  contact: 'contact telefoon e-mail kantoor',
  instructs: 'kunt u, kun je, klik, kies, druk, open, ga naar, voer, moet u, bel, schrijf, eerst, daarna',
  places: 'in, op, aan, bij, onder, naast, achter, straat, plein, adres, zaal, verdieping, tegenover',
}
