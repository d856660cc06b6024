/** Irregular English forms, and comparatives of measures, by the form they belong to: Snowball's rules join only regular endings. */
const FORMS = `
be been being
become became
begin began begun
bite bit bitten
break broke broken
bring brought
build built
burn burnt
buy bought
catch caught
child children
choose chose chosen
come came
draw drew drawn
drink drank drunk
drive drove driven
eat ate eaten
fall fell fallen
feed fed
feel felt
find found
fly flew flown
foot feet
forget forgot forgotten
freeze froze frozen
get got gotten
give gave given
go went gone
grow grew grown
hang hung
have had
hear heard
hide hid hidden
hold held
keep kept
know knew known
lay laid
lead led
learn learnt
leave left
lend lent
lose lost
make made
man men
mean meant
meet met
pay paid
person people persons
ride rode ridden
ring rang rung
rise rose risen
run ran
say said
see saw seen
sell sold
send sent
shake shook shaken
show shown
sing sang sung
sink sank sunk
sit sat
sleep slept
speak spoke spoken
spend spent
stand stood
steal stole stolen
swim swam swum
take took taken
teach taught
tell told
think thought
throw threw thrown
tooth teeth
wake woke woken
wear wore worn
win won
woman women
write wrote written
foresee foresaw foreseen
mislead misled
mistake mistook mistaken
overpay overpaid
oversleep overslept
overtake overtook overtaken
overwrite overwrote overwritten
prepay prepaid
rebuild rebuilt
redo redid redone
repay repaid
resell resold
resend resent
retake retook retaken
rewind rewound
rewrite rewrote rewritten
undergo underwent undergone
understand understood
undertake undertook undertaken
undo undid undone
unwind unwound
withdraw withdrew withdrawn
withhold withheld
deep deeper
heavy heavier
high higher
hot hotter
large larger
long longer
old older
tall taller
wide wider
young younger
`
const BASES = new Map(
  FORMS.trim()
    .split('\n')
    .flatMap((line) => {
      const [base, ...forms] = line.split(' ') as [string, ...string[]]
      return forms.map((form) => [form, base] as const)
    }),
)

/** The form an irregular English word belongs to ("kept" → "keep"); any other word as it is. */
export const regular = (word: string): string => BASES.get(word) ?? word
