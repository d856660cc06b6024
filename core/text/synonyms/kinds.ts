/** Things and the kind they belong to, which stands first: what is said of the kind holds of each, not the other way round. */
export const KINDS = `
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
