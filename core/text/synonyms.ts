import { stem } from './terms'

/**
 * Everyday words that people put for each other when they ask. Each line is one meaning; a word may stand on several.
 * General English only: what a company calls its own things belongs into a brief's glossary.
 */
const SAME = `
price cost fare charge fee rate
buy purchase order
begin start commence
end finish stop
shut close closed
open opening
bike bicycle cycle pushbike
car automobile vehicle van motor
child kid youngster children
baby infant toddler
adult grown-up
dog puppy pup hound
cat kitten
animal pet
fridge refrigerator
due payable paid
accept take
heavy weight weigh
tall height
wide width
deep depth
phone telephone call ring
email e-mail mail
luggage baggage suitcase bag
suitcase case
bag rucksack backpack luggage
path trail walk route hike footpath
hostel guesthouse hotel
sleep accommodate
refund reimburse reimbursement
refund money-back
refund get-back
reimburse claim
claim refund
return back round-trip two-way
outside outdoors outdoor open
alcohol beer wine liquor spirits
approval agreement permission consent approve agree
child son daughter
confidential private secret
holiday vacation leave
ill illness sick sickness unwell
doctor physician gp
toilet lavatory loo restroom bathroom wc
food eat meal snack
drink beverage
lunch meal
dinner supper
allowed permitted
forbidden prohibited banned
help assist assistance support aid
disabled handicapped accessible
ship boat ferry vessel
bus coach shuttle
trip journey travel
boarding board embark
leave depart departure go
arrive arrival
timetable schedule
cancel cancellation call-off
change amend alter modify rebook move
late delayed delay
lost missing
broken damaged faulty
fix repair mend
discount reduction rebate
free gratis complimentary
free charge-free
pay payment
cash coin coins notes
shop store
staff employee employees worker personnel colleague
boss manager supervisor
fine penalty
fine fee
hose hosepipe
vegetable produce crop
chicken hen poultry
christmas xmas
firm company business employer
salary pay wage wages earnings
quit resign leave
job work position
member membership
join enrol register sign-up
test exam examination
course class training lesson
room space
rent hire borrow lend
rubbish waste trash litter garbage
senior pensioner elderly
student pupil
weekend saturday sunday
quick fast rapid
large big
small little tiny
smallest minimum least
largest maximum most biggest
smoke smoking vape vaping cigarette
swim swimming
rule regulation condition term
permit allow
complaint complain
gym fitness workout
glasses spectacles
laptop notebook computer
picture photo photograph photography image
form application
address location
hear hearing
alarm siren
lift elevator
near close nearby
wheelchair mobility step-free accessible ramp
kit box set
meet gather assemble assembly
replace change swap renew
extend renew prolong
borrow loan lend
answer reply respond response
choose pick select choice
recommend advise suggest
repay refund
hurt injure injury injured
person people
speak talk contact write
early ahead beforehand advance
happen occur
deliver delivery ship shipping post postage
guarantee warranty
allergic allergy allergen
key fob
provide supply include included provided supplied
upload attach
see view watch
read view see
die kill dead death perish
turn run operate work rotate
land meadow field ground
original genuine authentic
agree accept
produce vegetable fruit
expire valid
delete erase remove wipe
undo revert reverse
decline reject refuse
fail failure unsuccessful
error fault problem
bug fault
invoice bill
receipt proof
subscribe subscription plan
password passcode
username user-name login
account profile
setting preference option
settings preferences options
storage space capacity memory
website site homepage
transport bus train tram underground tube ferry
browser firefox chrome safari edge
video film movie clip
document file paper
mandatory compulsory required obligatory necessary
optional voluntary
former old previous past earlier
current present
annual yearly
overtime extra-hours
timesheet hours
colleague coworker workmate
payslip wage-slip
expense expenses spending
mileage kilometre
sick-note certificate
maternity parental
paternity parental
apprentice trainee
pension retirement
retire retirement
dismiss dismissal fire sack
notice resignation
probation trial
appointment booking visit slot
book reserve booking reservation
surgery clinic practice
nurse carer
vaccination vaccine jab immunisation
medicine drug medication
pharmacy chemist
prescription script
x-ray scan
pram pushchair buggy stroller
nappy diaper
entrance door gate entry
admission entry entrance ticket
exit way-out
tour visit walk
guide leader
exhibition exhibit display show
gift present
voucher coupon
guest visitor
landlord owner
tenant renter resident occupant
flat apartment
garden yard
torch flashlight
petrol fuel gas
queue line wait
autumn fall
trousers pants
jumper sweater
shoe boot footwear
clothes clothing dress
uniform clothing
coat jacket
meat beef pork
vegetarian veggie
vegan plant-based
gluten wheat coeliac celiac
nut peanut
sweet sugar
starter appetiser appetizer
dessert pudding
menu dish
chef cook
waiter server
tip gratuity
bill check
heating radiator
boiler heater
electricity power
socket plug outlet
tap faucet
leak drip
key lock
lockout locked-out
parcel package packet
courier carrier
track trace follow
size dimension
colour color
centre center
cheque check
licence license
programme program
grey gray
tyre tire
kilometre kilometer
theatre theater
enquiry inquiry query question
stolen theft steal
theft robbery burglary
accident incident
emergency urgent
fire blaze
evacuate evacuation leave
first-aid injury
police officer
noise loud noisy quiet
quiet silence silent
clean cleaning wash
laundry washing
towel linen
breakfast morning-meal
wifi internet wlan
internet online web
pc computer laptop
printer print
copy photocopy
scan scanner
screen monitor display
loudspeaker speaker
microphone mic
teacher tutor instructor trainer lecturer
headteacher head principal
pupil schoolchild
homework assignment
deadline due
mark grade score
fail resit
term semester
lecture class lesson
library books
overdue late
newspaper paper
magazine journal
translate translation interpreter
interpreter translator
language tongue
nationality citizen
passport id identification
identity id identification
proof evidence
signature sign
witness observer
tax duty
insurance insured cover covered
insure cover
claim apply
compensation damages
deposit downpayment
instalment installment
loan credit
interest rate
bank account
transfer wire
transfer move
currency money
exchange swap
profit gain
loss damage
sell sale
seller vendor supplier
customer client buyer
supplier provider
manufacturer maker
made manufacture produce
battery accumulator
charge recharge
charger plug
waterproof water-resistant
washable wash
assemble assembly build
spare replacement
part component
tool equipment
equipment gear kit
instruction manual guide
`

/** Things and the kind they belong to, which stands first: what is said of the kind holds of each, not the other way round. */
const KINDS = `
pet cat kitten dog puppy hamster rabbit budgie parrot goldfish
vehicle car van lorry motorbike motorcycle scooter
instrument guitar piano violin drum trumpet flute
furniture sofa bed wardrobe table chair shelf bookcase
appliance fridge kettle toaster microwave oven
alcohol beer wine spirits whisky gin vodka cider
vegetable tomato potato carrot onion bean pea lettuce courgette pumpkin cabbage
produce tomato potato carrot onion bean pea lettuce courgette pumpkin cabbage apple plum strawberry
fruit apple pear plum cherry strawberry raspberry banana orange
browser firefox chrome safari edge opera
card visa mastercard amex
sport football tennis hockey rugby cricket basketball netball badminton squash
drink coffee tea juice water lemonade cola
weapon knife gun sword
jewellery ring necklace bracelet watch
device phone laptop tablet camera
electronics phone laptop tablet camera television
relative mother father sister brother uncle aunt cousin grandmother grandfather
parent mother father
meat beef pork lamb chicken
fish salmon cod tuna haddock
tool hammer saw drill screwdriver spanner
bird parrot budgie canary
reptile snake lizard tortoise
rodent hamster mouse rat gerbil
footwear shoe boot trainer sandal slipper
`

/** Things of more than one word that people call by several names; each line is one thing. */
const NAMES = `
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

/** Wider subjects: speaking of one word of a line is speaking of the subject, though the words differ. */
const SUBJECTS = `
weather forecast rain rainy sunny sun snow storm stormy cloudy fog foggy windy sunshine temperature
law legal lawyer solicitor attorney sue court lawsuit litigation tribunal barrister case
medicine medical diagnosis diagnose symptom dose dosage prescription tablet treatment cure pill
politics political election vote party government minister president
religion religious god church faith pray
invest investment shares stocks crypto bitcoin portfolio
tax taxes taxation vat
gossip rumour scandal
competitor rival
sex sexual dating romance porn
`

/** Words that mean the opposite: what is said of one answers nothing about the other. */
const OPPOSITE = `
open close
open shut
first last
earliest latest
begin end
start finish
arrive depart
single return
single double
adult child
cheapest dearest
minimum maximum
indoor outdoor
inside outside
original copy
original replica
old new
public private
arrival departure
buy sell
win lose
`

type Table = ReadonlyMap<string, ReadonlySet<string>>

const tableOf = (text: string): Table => {
  const table = new Map<string, Set<string>>()
  for (const line of text.trim().split('\n')) {
    const stems = line.split(' ').map((word) => stem(word.replace('-', '')))
    for (const each of stems) {
      const others = table.get(each) ?? new Set()
      for (const other of stems) if (other !== each) others.add(other)
      table.set(each, others)
    }
  }
  return table
}

const same = tableOf(SAME)
const subjects = tableOf(SUBJECTS)
const opposites = tableOf(OPPOSITE)
const NONE: ReadonlySet<string> = new Set()

const kinds = new Map<string, Set<string>>()
for (const line of KINDS.trim().split('\n')) {
  const [kind, ...members] = line.split(' ').map((word) => stem(word))
  for (const member of members) kinds.set(member, (kinds.get(member) ?? new Set()).add(kind!))
}

/** The stems of the kinds of thing a stem belongs to ("cat" → pet). */
export const kindsOf = (of: string): ReadonlySet<string> => kinds.get(of) ?? NONE

/** Names of things of more than one word, each list those of one thing. */
export const commonNames: readonly (readonly string[])[] = NAMES.trim()
  .split('\n')
  .map((line) => line.split(', '))

/** The stems that everyday English puts for a stem; not the stem itself. */
export const synonymsOf = (of: string): ReadonlySet<string> => same.get(of) ?? NONE

/** The stems of the wider subject a stem belongs to; not the stem itself. */
export const subjectOf = (of: string): ReadonlySet<string> => subjects.get(of) ?? NONE

/** The stems that mean the opposite of a stem. */
export const oppositesOf = (of: string): ReadonlySet<string> => opposites.get(of) ?? NONE
