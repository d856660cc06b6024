import type { LanguageWords } from '../words'

/** English, of Britain and America. */
export const words: LanguageWords = {
  function: 'how what when where who why which does can may my your much many there is are the please have need',
  hasty:
    "what's=what is, whats=what is, where's=where is, wheres=where is, who's=who is, how's=how is, when's=when is, i'm=i am, im=i am, that's=that is, it's=it is, you're=you are, u=you, r=are, ur=your, pls=please, plz=please, wot=what, wat=what, wen=when, duz=does, dos=does, cud=could, wud=would, thx=thanks, tmrw=tomorrow, gonna=going to, wanna=want to, dunno=do not know, abt=about, bc=because, info=information, y=why, w/=with",
  greeting:
    'hi, hello, hey, hiya, howdy, greetings, good morning, good afternoon, good evening, good day, hello there, hi there',
  thanks:
    'thanks, thank you, many thanks, cheers, much appreciated, that was helpful, that helps, ta, thx, thank u, brilliant, perfect, great, lovely, wonderful',
  acknowledges:
    'ok, okay, yes, yes please, yep, yeah, yup, sure, sure thing, alright, all right, i see, i understand, understood, got it, gotcha, makes sense, sounds good, sounds great, hm, hmm, mm, mhm, uh huh, right, fine, good, cool, nice, no, nope, nah, not really, not now, of course, fair enough, never mind, nevermind, no worries, no problem, good to know, interesting, oh, ah, aha, then, exactly, correct, agreed, will do, noted, please do, i know, i knew that, too bad, what a pity',
  farewell: 'bye, goodbye, see you, so long, farewell, take care, that was all, that is all, see ya, good night',
  courtesy:
    'there, you, so, very, much, a, lot, lots, for, your, the, help, helping, all, that, is, was, have, nice, everyone, everybody, team, again, been, really, kind, it, and, for now, now, soon, later, next week, i have to go, no, nothing else, please, day, evening, my, dear, this, of',
  identity:
    'who are you, what are you, are you a human, are you human, are you a robot, are you a bot, are you a person, are you real, are you a machine, are you an ai, what is your name, your name, what can you do, what can you help, how can you help, who am i talking to, what do you know, am i talking to a',
  ownName: 'what is my name, what was my name, my name again, do you know my name, remember my name, who am i',
  reach:
    'speak, talk, chat, call, ring, phone, put me through, connect, transfer, contact, reach, write to, get hold of, want, need, there, get, rather, someone, let me, real, give me, pass me',
  person:
    'person, human, human being, somebody, someone, real person, member of staff, staff, operator, agent, representative, rep, advisor, adviser, manager, colleague, employee, anybody, anyone, somebody real, someone real, live person, customer service, supervisor',
  personAlone:
    'agent please, human please, a human, a real person, speak to a person, talk to a person, speak to a human, talk to a human, speak to someone, talk to someone, speak to somebody, talk to somebody, speak to a member of staff, speak to an operator, put me through, connect me, operator, representative, call me back, rather not talk to a bot, not a bot, not a machine, not a robot, real human, speak with someone, talk with someone, speak with a, can someone help me in person',
  insult:
    'you idiot, you are stupid, you are an idiot, stupid bot, useless bot, you are useless, you are dumb, you moron, shut up, fuck you, fuck off, piss off, you bastard, you bitch, you are rubbish, you are crap, you are pathetic, dumb bot, you suck, asshole, arsehole, idiot, moron',
  distress:
    'kill myself, want to die, wish to die, end my life, end it all, suicide, suicidal, hurt myself, self harm, harm myself, cannot go on, can not go on, no reason to live, cannot cope any more, do not want to live, feel hopeless',
  emergency:
    'is drowning, is dying, is unconscious, is choking, not breathing, stopped breathing, heart attack, bleeding badly, is bleeding, call an ambulance, need an ambulance, cannot breathe, there is a fire, is on fire, has collapsed, fallen overboard, this is an emergency, it is an emergency',
  orders:
    'ignore … instructions, ignore … rules, ignore … prompt, ignore everything, forget … instructions, forget … rules, disregard … instructions, disregard … rules, override … instructions, pretend to be, pretend you are, from now on you, you are now a, you are now an, developer mode, jailbreak, new instructions, your system prompt, system prompt, your instructions, your prompt, your hidden, repeat everything above, text above, act as if you',
  asks: {
    summary:
      'summarise, summarize, summary, sum up, overview, in a nutshell, main points, key points, in short, tell me about, tell me everything, tell me more about, what do you know about, what should i know about, what do i need to know about, give me the gist, gist of',
    comparison:
      'compare, comparison, difference between, different from, differ from, differ, differences, better than, versus, vs, which is better, what is better, which one is better, cheaper than, compared',
    meaning:
      '^what is a, ^what is an, ^what are, ^what is meant by, ^what does … mean, ^what do you mean by, meaning of, stand for, stands for, definition of, define, explain what, ^whats a, ^what is',
    reason:
      '^why, for what reason, reason for, how come, what for, what is the point, what is the purpose, what caused, how is it that',
    money:
      'how much is, how much are, how much does … cost, how much do … cost, how much for, how much would, how much will, how much do i pay, how much do we pay, how much to, what is the price, prices, price of, price, cost, costs, cost of, what is the fee, fee, fees, fare, fares, what does … cost, what do … cost, how expensive, expensive, what would … be for, what do … pay, what does … pay, what would … pay, what do … come to, what will … be, what will that be, how much do … pay, how much does … pay, how much did, in total, altogether, the total, do i owe, how cheap, what do i owe, the charge for, rate for, rates, what do you charge, how much money, for free, free of charge, pay extra, deposit',
    duration:
      'how long does, how long do, how long is, how long will, how long can, how long may, how long are, how long, for how long, how many days, how many weeks, how many hours, how many minutes, how many months, how many years, how quickly, how fast, how soon, how far in advance, how far ahead, notice',
    time: '^when, tell me when, know when, know … when, say when, wonder when, exactly when, and when, what time, at what time, until when, since when, by when, which day, what day, which days, what days, how early, how late, what date, which date, opening hours, opening times, hours, how often, which month, what month, last day, deadline, what year, which year, times',
    measure:
      'how wide, how deep, how tall, how high, how heavy, how big, how large, how far, how hot, how cold, how warm, how old, how thick, how strong, what size, what weight, what temperature, how much water, how much space, how much, how hard, how steep, how narrow, how loud, how close, maximum size, what age',
    count: 'how many, number of, what number',
    place:
      '^where, tell me where, know where, say where, find out where, wonder where, and where, from where, which address, what address, address, how do i get to, how do we get to, how can i get to, how do i find you, directions, which room, what room, which floor, whereabouts, which place, location of, which platform, which folder, which directory, which menu',
    person:
      '^who, ^whom, ^whose, tell me who, know who, say who, wonder who, which person, to whom, whom do, with whom',
    howTo:
      'how do i, how do we, how do you, how can i, how can we, how can you, how to, how should i, how should we, how would i, how could i, what is the best way to, best way to, way to, steps, what do i do, what should i do, what must i do, what do we do, what can i do, instructions for, how does one, how will i, how does, how is, how are, how did, is there a way, what do i have to do, what do i need to do, what happens, how would',
    list: '^which, ^what kind of, ^what kinds of, ^what sort of, ^what sorts of, ^what types of, ^list, ^name, list of, list the, list all, ^what all, what do i need, what do i have to bring, what should i bring, ^what … are there, ^what … do you have, ^what … do you offer, what can i',
    choice:
      'recommend, recommendation, which should i, which one should i, should i choose, best for, suit, suits, suitable for, suggest, what would you, advise, what should i choose, which is best',
  },
  auxiliaries:
    "is, are, was, were, can, could, may, might, do, does, did, will, would, should, must, shall, has, have, am, need, isnt, arent, cant, couldnt, dont, doesnt, wont, isn't, aren't, can't, couldn't, don't, doesn't, won't, didn't",
  statesWith: 'is, are, can, may, must, should, will',
  leave:
    'can i, can we, may i, may we, am i allowed, are we allowed, is it allowed, is it ok, is it okay, could i, could we, allowed to, permitted, can you, do you allow, are … allowed, is … allowed, can my, may my, can our, do i have to, do we have to, must i, must we, do i need, do we need, should i',
  denial:
    "not, no, never, none, nobody, nothing, neither, nor, cannot, without, closed, shut, refused, forbidden, prohibited, unable, impossible, banned, isnt, arent, dont, doesnt, wont, cant, don't, doesn't, won't, can't, isn't, aren't, didn't, wasn't, couldn't, shouldn't, mustn't, excluded, unavailable, unsupported, disallowed",
  unsure:
    'except, only, unless, but, however, if, depends, some, sometimes, usually, often, most, mostly, otherwise, instead, rather, hardly, rarely, apart, other, until, before, after, or, although, though, while, when, maybe, perhaps, might, should, avoid, lack, fails, stop',
  leaveGiven:
    'can, may, allowed, permitted, welcome, possible, free, available, there is, there are, included, accept, accepts, take, takes, offer, offers, have, has, provides, supports, open, yes, must, required, need, needs, able',
  pointing: 'it, its, that, this, those, these, they, them, their, there, one, ones, same, he, she, him, her, so',
  leadsOn:
    'and, but, or, so, also, what about, how about, what if, then, and what about, and how about, and if, make that, make it, what of',
  softens:
    'please, then, also, oh, well, sorry, excuse me, pardon me, if it is not too much trouble, if it’s not too much trouble, if you don’t mind, if you do not mind, if i may ask, if i may, when you have a moment, when you have time, sorry to bother you, sorry to trouble you, i hope you don’t mind, would you be so kind as to tell me, would you be so good as to tell me, please tell me, just tell me, quick question, one question, one more question',
  polite:
    'can you tell, could you tell, can you please, could you please, can you say, can you explain, could you explain, can you show, can you give, could you give, would you tell, do you know, can you help',
  around:
    'to, with, a, an, i, you, me, we, in, from, on, just, could, can, would, who, whom, where, how, is, there, please',
  joins: 'and, and also, also, plus, but, as well as',
  about: {
    money: 'price cost fee pay',
    time: 'time hours day date open',
    duration: 'time duration long',
    place: 'place location address directions way',
    person: 'staff responsible',
    count: 'number',
    howTo: 'instructions steps way',
    measure: 'size',
    reason: 'reason',
  },
  visitor:
    'the visitor, a visitor, visitors, the user, a user, users, the customer, a customer, customers, the passenger, a passenger, passengers, the guest, a guest, guests, the client, a client, the caller, a caller, the patient, a patient, patients, the member, a member, the student, a student, students, the reader, a reader, someone, somebody, anyone, anybody, people, a person, the person, they, he or she, the line, the question, the message, a question, the conversation, the topic',
  light:
    'ask, asks, asked, asking, say, says, said, saying, tell, tells, told, want, wants, wanted, know, need, needs, like, would, mention, mentions, mentioned, talk, talks, speak, speaks, write, writes, wrote, is, are, about, something, anything, thing, things, get, gets, please, going, go, come, coming, have, has, do, does, make, take, bring, whether, if, when, wish, wishes, inquire, enquire, question, questions, regarding, concerning, related, anyone, someone, visitor, subject, topic, any, give, let, help, possible, way, lot, much, many, also, us, our, try, tries, trying, find, want, use, really, just, still, already, even',
  names: `
opening hours, opening times, hours of opening
money back, refund
lost property, lost and found
wi-fi, wifi, wireless internet
e-mail, email, mail
car park, parking
mobile, cell phone, mobile phone
toilet, loo, restroom, bathroom, wc
ticket office, box office
sign up, register, enrol, enroll
log in, sign in, login
bike, bicycle, cycle
fridge, refrigerator
luggage, baggage
holiday, vacation
fill in, fill out, complete
uninstall, remove, delete
`,
  free: 'free, free of charge, no charge, no fee, costs nothing, complimentary, gratis, included, without charge',
  because:
    'because, since, so that, in order to, due to, reason, therefore, as it, means that, to avoid, that is why, which is why, otherwise',
  leavesDuty:
    'cancel, stop, never mind, nevermind, forget it, forget about it, forget that, leave it, drop it, not now, quit, i changed my mind',
  takesBack:
    "never mind, nevermind, forget, forget it, forget that, forget about, cancel, cancel that, cancel it, take that back, take it back, take back, call it off, call that off, drop it, leave it, i changed my mind, i have changed my mind, i've changed my mind, do not want, don't want, do not need, don't need, no longer want, no longer need, no need, not necessary, withdraw",
  declines:
    "do not want, don't want, do not need, don't need, no longer want, no longer need, would not like, wouldn't like, no need, ^do not, ^please do not, ^please don't",
  regarding: 'about, regarding, concerning, of what, remind … of, remind … to',
  agrees:
    'yes, yes please, yeah, yep, sure, ok, okay, go ahead, do it, please do, do that, correct, that is right, fine, of course, confirm',
  resumes: 'go on, continue, carry on, resume, back to, where were we',
  corrects: 'no, not, actually, sorry, i mean, i meant, wait, correction, change, make it, make that, rather',
  skips: 'no, none, skip, nothing',
  tellsName: "my name is, my name's, i am called, call me, this is, i am, name is",
  yesNo: 'yes, no',
  addresses: 'you, your, yours, yourself',
  shades:
    'however, though, although, therefore, thus, so, hence, alternatively, unfortunately, sadly, luckily, happily, absolutely, certainly, sure, altogether, overall, total, apart, except, besides, instead, otherwise, rather, quite, bit, beforehand, once, while, whilst, whichever, whatever, whenever, already, also, too, either, neither, both, just, simply, only, even, still, yet, provided, because, since, normally, usually, typically, generally, mostly, main, best, ideal, note, remember, keep, mind, expect, find, see, look, means, meaning, comes, works, runs, alright, ok, okay, well, actually, basically, namely, meanwhile, afterwards, afterward, likewise, similarly, long, case, cases, point, points, terms, way, ways, part, place, kind, sort, right, straight, throughout, roughly, approximately, almost, nearly, exactly, around, per, unless, until, without, within, later, earlier, ahead, whole, full, entire, single, several, various, further, additional, extra, more, less, most, least, fewer, many, much, lot, lots, plenty, else, somewhere, anywhere, everywhere, somebody, someone, anyone, everyone, everybody, thing, things, something, anything, everything, sorry, afraid, please, happy, free, welcome, fine, good, great, nice, lovely, perfect, option, choose, wish, prefer, like, able, allowed, permitted, possible',
  reckons:
    "altogether, in total, total, together, therefore, so that is, that is, that's, that means, works out, comes to, come to, adds up, sum, difference, less, more than, cheaper, dearer, saves, save, saving, longer, shorter, quicker, faster, slower, lighter, heavier, later, earlier, between, plus, minus, each, shortened, cut by, raised by, instead",
  aside:
    "let me know, happy to help, glad to help, i can help, help you with, anything else, hope this helps, hope that helps, i hope, feel free, please ask, do not hesitate, don't hesitate, sorry to hear, sorry about, i apologise, i am sorry, i'm sorry, good news, good question, great question, happy to explain, thanks for, thank you, would you like, do you want, shall i, i do not have, i don't have, i have no, i do not know, i don't know, i could not find, i couldn't find, i cannot find, i can't find, i am not sure, i'm not sure, no information, not mentioned, does not say, doesn't say, do not say, don't say, it depends, that depends, you could ask, you can ask, you may want to ask, best to ask, please contact, get in touch, i am sure, i'm sure, that must be, have a, enjoy, safe travels, see you, kind regards, best regards, warm regards, best wishes, kind wishes, all the best, yours sincerely, take care, looking forward, in short, to sum up, here is, here's, here are, as follows, makes a lovely, is a lovely, is a great",
  favour: 'can i, can we, could i, could we, may i, may we, can you, could you, would you, will you',
  sides: 'and, or, versus, vs, than, with, to, from, between, against',
  contact: 'contact telephone phone number email address office',
  instructs:
    'you can, you may, click, choose, select, press, enter, open, use, run, type, go to, by clicking, by pressing, you need to, you should, you must, please, ask, send, write, call, bring, take, fill in, turn, set, first, then, to do this, to do so, simply, via, from the, install, put, add, start',
  places:
    'in, at, on, under, near, behind, beside, opposite, next to, from, to, menu, tab, page, corner, street, road, room, floor, section, address, folder, file, button, icon, via',
}
