/**
 * How English people say in plain words what must be true of a reply, as data. Lists are written as in `LanguageWords`:
 * phrases in small letters parted by commas, `…` for up to four words.
 */
export const PLAIN_CHECKS = {
  /** Turns a statement round. */
  denied: "does not, doesn’t, doesn't, do not, don’t, don't, never, is not, isn’t, isn't, must not, should not, no",
  sorry: 'sorry, apologise, apologies, apologize, apology, i regret, we regret, my mistake, pardon, forgive, afraid',
  thanks: 'thank you, thanks, thank, grateful, much appreciated',
  greeting: 'hello, hi, hey, good morning, good afternoon, good evening, good day, welcome, greetings, dear',
  /** Names words that the reply must hold. */
  says: 'says, say, mentions, mention, names, name, tells about, tells of, talks about, offers, offer, suggests, recommends, points to, refers to, explains, states, includes, contains',
  tests: {
    apologises: 'apologises, apologise, apologizes, apologize, says sorry, says it is sorry, is sorry, an apology',
    thanks: 'thanks, says thank you, says thanks, is grateful',
    greets: 'greets, greet, says hello, welcomes, a greeting',
    price: 'a price, the price, prices, a fare, the fare, the cost, a cost, costs, an amount, how much',
    time: 'a time, the time, times, the hour, opening hours, what time',
    date: 'a date, the date, dates',
    day: 'a weekday, a day of the week, the day',
    phone: 'a phone number, the phone number, a telephone number, a number to call',
    email: 'an e-mail address, an email address, an e-mail, an email',
    link: 'a link, the link, a web address, a url',
    list: 'a list, bullet points, bullets, a bulleted list',
    unknown: 'says it does not know, does not know, says that it does not know, is unanswered, admits',
    declines: 'declines, decline, refuses, refuse, turns down, turns away',
    passesOn: 'passes on, hands over, passes the visitor on, passes it on, a person takes over',
    cites: 'cites a source, cites, a citation, names its source, a source',
    short: 'is short, is brief, short, brief, concise',
    english: 'in english',
    german: 'in german',
    french: 'in french',
    spanish: 'in spanish',
    italian: 'in italian',
    dutch: 'in dutch',
    asks: 'asks for, asks about, asks, ask for, ask, asks back',
    number: 'a number, a figure, figures',
  },
} as const
