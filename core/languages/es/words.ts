import type { LanguageWords } from '../words'

/** Spanish. */
export const words: LanguageWords = {
  function: 'dónde cuándo cómo cuánto cuánta cuántos qué quién puedo hay hola gracias cuesta hora mi',
  hasty: 'q=que, xq=por qué, tb=también, porq=porque',
  greeting: 'hola, buenos días, buenas tardes, buenas noches, buenas',
  thanks: 'gracias, muchas gracias, perfecto, genial',
  acknowledges:
    'ok, vale, sí, si, sí por favor, claro, de acuerdo, entendido, entiendo, ya veo, ah, oh, hm, bien, bueno, exacto, correcto, no, la verdad es que no, qué pena, no pasa nada, no importa, sin problema, bueno saberlo, interesante, está bien, muy bien, entonces',
  farewell: 'adiós, hasta luego, hasta mañana, hasta pronto, eso es todo, chao',
  courtesy:
    'muy, mucho, muchas, por, su, tu, ayuda, y, buen, día, todo, es, la, el, a, usted, todos, ya, sí, no, amable',
  identity:
    'quién eres, quién es usted, eres un robot, eres humano, eres una persona, cómo te llamas, cómo se llama usted, qué puedes hacer, qué puede hacer',
  ownName: 'cómo me llamo, cuál es mi nombre',
  reach: 'hablar, llamar, contactar, comunicar, quiero, quisiera, necesito, páseme',
  person: 'persona, humano, alguien, agente, empleado, encargado, operador, atención al cliente',
  personAlone:
    'hablar con alguien, hablar con una persona, hablar con un humano, una persona real, un agente por favor',
  insult: 'eres tonto, eres idiota, idiota, imbécil, cállate, estúpido',
  distress: 'matarme, suicidarme, suicidio, quiero morir, quitarme la vida',
  emergency: 'se ahoga, inconsciente, infarto, no respira, una ambulancia, hay fuego, una emergencia',
  orders:
    'ignora … instrucciones, ignore … instrucciones, olvida … instrucciones, finge que, ahora eres, tus instrucciones',
  asks: {
    summary: 'resume, resumen, resumir, háblame de, cuéntame de, en pocas palabras, lo esencial',
    comparison: 'diferencia, diferencias, compara, comparar, comparación, mejor que, más barato que',
    meaning: 'qué es, qué son, qué significa, qué quiere decir, definición',
    reason: 'por qué, por qué razón, para qué',
    money:
      'cuánto cuesta, cuánto cuestan, cuánto vale, qué precio, precio, precios, tarifa, tarifas, cuánto es, cuánto hay que pagar, cuesta, es gratis, gratis',
    duration: 'cuánto tiempo, cuántos días, cuántas horas, cuántos minutos, cuánto dura, cuánto tarda',
    time: 'cuándo, a qué hora, qué hora, hasta cuándo, desde cuándo, qué día, qué días, horario, horarios, qué fecha, hasta qué hora',
    measure:
      'qué tamaño, cuánto mide, cuánto pesa, qué altura, qué profundidad, qué distancia, a qué edad, qué edad, cuánto',
    count: 'cuántos, cuántas',
    place: 'dónde, adónde, dirección, cómo llegar, cómo llego',
    person: 'quién, quiénes, a quién, con quién',
    howTo: 'cómo, qué tengo que hacer, qué debo hacer, qué hago, de qué manera',
    list: 'cuáles, qué tipo, qué tipos, qué, lista, qué necesito, qué hay',
    choice: 'recomienda, recomiendas, recomendación, cuál elegir, cuál me conviene',
  },
  auxiliaries:
    'es, son, está, están, puedo, puede, se, podemos, debo, hay, tiene, tienen, tenéis, tengo, aceptan, aceptáis, hace, hacen, incluye, ofrecen, ofrecéis, necesito',
  statesWith: 'es, son, está, están, puede, pueden, debe, deben',
  leave: 'puedo, se puede, podemos, está permitido, se permite, tengo que, hay que, debo, es posible, es obligatorio',
  denial:
    'no, nunca, jamás, nadie, nada, ningún, ninguna, ninguno, sin, cerrado, cerrada, prohibido, prohibida, imposible, ni',
  unsure:
    'excepto, salvo, solo, sólo, solamente, pero, si, a veces, normalmente, o, antes, después, hasta, sino, aunque, cuando, menos',
  leaveGiven:
    'puede, pueden, puedes, permitido, permitida, permiten, posible, gratis, gratuito, gratuita, hay, incluido, incluida, abierto, bienvenidos, debe, deben, aceptamos, ofrecemos',
  pointing: 'él, ella, ellos, ellas, lo, la, los, las, eso, esto, ese, esa, allí, ahí, le',
  leadsOn: 'y, pero, o, y si, y para, qué tal, qué hay de, entonces',
  softens: 'por favor, perdón, disculpe, entonces, también',
  polite:
    'puede decirme, podría decirme, puedes decirme, me puede decir, me podría decir, puede explicarme, puede ayudarme, sabe usted, sabes',
  around: 'con, a, un, una, yo, usted, me, puedo, podría, quisiera, cómo, dónde, quién, por, favor',
  joins: 'y, y también, además, pero',
  about: {
    money: 'precio tarifa',
    time: 'hora horario día',
    duration: 'tiempo',
    place: 'dirección lugar',
    person: 'nombre',
  },
  visitor:
    'el visitante, un visitante, los visitantes, el cliente, un cliente, los clientes, alguien, ellos, la pregunta, una pregunta',
  light:
    'pregunta, preguntan, quiere, quieren, quisiera, quiero, saber, decir, dice, habla, sobre, acerca, algo, es, son, tener, hacer, ir, favor, puedo, puede, hay, tengo, tiene',
  names: `
wifi, wi-fi, internet
`,
  free: 'gratis, gratuito, gratuita, gratuitos, gratuitas, sin coste, incluido, incluida, libre',
  because: 'porque, ya que, puesto que, para que, razón, debido, por eso, a causa',
  leavesDuty: 'cancela, cancelar, para, olvídalo, déjalo, ahora no, he cambiado de idea',
  takesBack:
    'olvídalo, olvida, olvide, déjalo, cancela, cancele, cancelar, ya no quiero, ya no necesito, ya no hace falta, no hace falta, he cambiado de idea, retira, retirar',
  declines: 'no quiero, ya no quiero, no necesito, ya no necesito, no hace falta, no deseo',
  regarding: 'sobre, acerca de, respecto a, de qué, recuérdame … de, recuérdeme … de',
  agrees: 'sí, si, sí por favor, claro, vale, de acuerdo, ok, hazlo, adelante, correcto, por supuesto',
  resumes: 'sigue, continúa, continuar, volvamos',
  corrects: 'no, en realidad, quiero decir, espera, mejor, cambia',
  skips: 'no, ninguno, ninguna, nada',
  tellsName: 'me llamo, mi nombre es, soy, llámame',
  yesNo: 'sí, no',
  addresses: 'usted, ustedes, su, sus, tú, te, tu, tus, le',
  shades:
    'sin embargo, aunque, pero, por tanto, lamentablemente, claro, total, excepto, si no, más bien, ya, también, solo, simplemente, todavía, porque, normalmente, aproximadamente, casi, exactamente, todo, varios, posible, aquí, allí',
  reckons:
    'en total, juntos, por tanto, es decir, diferencia, menos, más que, ahorra, más largo, más corto, entre, más, cada',
  aside:
    'avíseme, avísame, no dude, no dudes, lo siento, espero, no lo sé, no sé, no tengo información, no se menciona, depende, buena pregunta, buen viaje, quiere que, quieres que, aquí tiene, aquí tienes, en resumen',
  favour: 'puedo, podemos, puede usted, puedes, podría',
  sides: 'y, e, o, u, que, con, contra, entre',
  contact: 'contacto teléfono correo oficina',
  instructs:
    'puede, puedes, haga clic, elija, pulse, abra, vaya, introduzca, debe, hay que, llame, escriba, primero, luego',
  places: 'en, a, al, sobre, bajo, cerca, detrás, calle, plaza, dirección, sala, planta, frente',
}
