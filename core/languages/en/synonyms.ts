/**
 * Everyday words that people put for each other when they ask. Each line is one meaning; a word may stand on several.
 * General English only: what a company calls its own things belongs into a brief's glossary.
 */
export const SAME = `
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
