/** Things of more than one word that people call by several names; each line is one thing. */
export const NAMES = `
bank holiday, public holiday
pensioner, senior, over 60, over 65, aged 65, aged 60
car park, parking lot, parking
wi-fi, wireless internet, internet, wlan
driving licence, driver's license
opening hours, opening times, hours of opening
first name, given name
surname, last name, family name
mobile phone, cell phone, mobile
credit card, bank card, debit card
post code, zip code
get back, returned, refunded
money back, refund, refunded
rent out, sublet, sublease
put on hold, freeze, pause, suspend, suspended, frozen
get rid of, dispose, disposal, take away, taken away, throw away
lost property, lost and found, found items
pick up, collect, collected, collection
give notice, end, ended, terminate, cancel
sign up, register, join, enrol
out of order, broken, faulty
free of charge, free, for nothing
e-mail, email, mail
run out, expire, lapse
public transport, bus, train, tram
picnic, packed lunch, own food, own sandwiches
set up, create, establish
switch off, turn off, disable, deactivate, stop, opt out
switch on, turn on, enable, activate, start
move up, upgrade
move down, downgrade
sign in, log in, login, log on
sign out, log out, logout
remove, take out, taken out, take off, taken off, get rid of
look after, care for, take care of, looked after
get in touch, contact, call us, write to us
fill in, fill out, complete, completed
hand in, submit, turn in
put off, postpone, delay, move to another date
call off, cancel, cancelled
turn up, arrive, show up
give up, quit, stop
use up, run out
let in, admit, admitted
come back, return, be back
bring back, send back, return, returned, hand back
take part, join, participate, attend
ask for, request, apply for
check out, leave, departure, day you leave
break down, breakdown, stop working
pay back, repay, refund, refunded
in instalments, in parts, instalments, monthly parts, monthly payments
day off, holiday, leave
sick note, medical certificate, fit note
home visit, come to my house, come to my home, come to our house, come to our home, visit you at home
first visit, new client, new customer, new member
include, what you get, what is included, comes with, covers
too late, after that
in advance, ahead, beforehand
get married, marry, wedding
put up, sleep, accommodate
get to, getting here, get here, how to find us, reach us, directions
get to, arrive, arriving
burn down, burned down, burnt down, fire
flat tyre, puncture, punctured
`
