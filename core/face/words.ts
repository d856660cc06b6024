/**
 * The words a face can be asked for, and the part each one draws. Grouped by what they change; a word may change several
 * things at once, as trades do. All in small letters; two words that belong together stand with a space.
 */

/** The parts of a face that words choose. What no word chooses is drawn from the phrase itself, always the same way. */
export interface FaceParts {
  /** Colours of the feathers, and of the tile behind. */
  body?: string
  back?: string
  pattern?: 'plain' | 'spotted' | 'striped'
  build?: 'round' | 'slim' | 'big' | 'small'
  beak?: 'usual' | 'large' | 'small' | 'hooked'
  crest?: 'tuft' | 'curls' | 'spikes' | 'fringe' | 'plume' | 'none'
  mood?: 'happy' | 'calm' | 'stern' | 'sleepy' | 'surprised' | 'sad' | 'winking' | 'shy'
  eyewear?: 'glasses' | 'sunglasses' | 'monocle' | 'patch' | 'goggles'
  hat?:
    | 'cap'
    | 'sailor'
    | 'captain'
    | 'chef'
    | 'mortarboard'
    | 'tophat'
    | 'straw'
    | 'beret'
    | 'crown'
    | 'helmet'
    | 'wizard'
    | 'beanie'
    | 'headphones'
    | 'bandana'
    | 'bow'
    | 'flower'
  neck?: 'scarf' | 'tie' | 'bowtie' | 'collar' | 'pearls' | 'medal' | 'apron' | 'stethoscope'
  extra?: 'beard' | 'moustache' | 'freckles' | 'blush'
  scene?: 'sea' | 'night' | 'sun' | 'leaves' | 'snow' | 'hills' | 'books' | 'rain'
}

/** Colours by name: feathers, and a quiet tone of the same for the tile. */
export const COLOURS: Readonly<Record<string, readonly [strong: string, quiet: string]>> = {
  red: ['#b3382f', '#f3d6d0'],
  scarlet: ['#c8321f', '#f6d5cd'],
  pink: ['#c9658b', '#f6dde6'],
  orange: ['#cf7128', '#f6dfc8'],
  amber: ['#c98b1d', '#f5e5c3'],
  yellow: ['#d9a925', '#f7ecc6'],
  gold: ['#b98a1f', '#f2e4bd'],
  green: ['#2f7d4f', '#d3e7d8'],
  lime: ['#7c9a2c', '#e4ecc6'],
  teal: ['#1f7a75', '#cfe6e4'],
  turquoise: ['#1f8f9a', '#cceaec'],
  blue: ['#2f5f9a', '#d3e0ef'],
  navy: ['#24386b', '#d2d9ea'],
  sky: ['#4f93bf', '#d6e8f3'],
  purple: ['#6b4a94', '#e2d8ee'],
  violet: ['#7a5bb0', '#e5dcf3'],
  brown: ['#7a5136', '#e8dacb'],
  black: ['#33363a', '#d9dbdc'],
  grey: ['#6d767b', '#dfe3e4'],
  gray: ['#6d767b', '#dfe3e4'],
  silver: ['#8f999e', '#e4e8ea'],
  white: ['#e9e6dc', '#cfd8d3'],
  cream: ['#d9c9a0', '#f1ead6'],
}

/** A part that takes a colour which stands before it: "a red hat". */
export type Coloured = 'hat' | 'neck' | 'eyewear' | 'beak' | 'crest'

/** Things it can have or wear; a colour before one paints it. */
export const THINGS: Readonly<Record<string, FaceParts>> = {
  spots: { pattern: 'spotted' },
  stripes: { pattern: 'striped' },
  beak: { beak: 'usual' },
  'big beak': { beak: 'large' },
  'large beak': { beak: 'large' },
  'small beak': { beak: 'small' },
  'hooked beak': { beak: 'hooked' },
  tuft: { crest: 'tuft' },
  crest: { crest: 'plume' },
  plume: { crest: 'plume' },
  curls: { crest: 'curls' },
  mohawk: { crest: 'spikes' },
  fringe: { crest: 'fringe' },
  glasses: { eyewear: 'glasses' },
  spectacles: { eyewear: 'glasses' },
  sunglasses: { eyewear: 'sunglasses' },
  monocle: { eyewear: 'monocle' },
  'eye patch': { eyewear: 'patch' },
  eyepatch: { eyewear: 'patch' },
  goggles: { eyewear: 'goggles' },
  hat: { hat: 'tophat' },
  'top hat': { hat: 'tophat' },
  cap: { hat: 'cap' },
  'straw hat': { hat: 'straw' },
  beret: { hat: 'beret' },
  crown: { hat: 'crown' },
  helmet: { hat: 'helmet' },
  beanie: { hat: 'beanie' },
  headphones: { hat: 'headphones' },
  headset: { hat: 'headphones' },
  bandana: { hat: 'bandana' },
  bow: { hat: 'bow' },
  flower: { hat: 'flower' },
  scarf: { neck: 'scarf' },
  tie: { neck: 'tie' },
  'bow tie': { neck: 'bowtie' },
  collar: { neck: 'collar' },
  pearls: { neck: 'pearls' },
  necklace: { neck: 'pearls' },
  medal: { neck: 'medal' },
  apron: { neck: 'apron' },
  beard: { extra: 'beard' },
  moustache: { extra: 'moustache' },
  mustache: { extra: 'moustache' },
  freckles: { extra: 'freckles' },
}

/** How it is: its feathers, its build, its mood. */
const TRAITS: Readonly<Record<string, FaceParts>> = {
  spotted: { pattern: 'spotted' },
  dotted: { pattern: 'spotted' },
  striped: { pattern: 'striped' },
  plain: { pattern: 'plain' },
  round: { build: 'round' },
  plump: { build: 'round' },
  slim: { build: 'slim' },
  thin: { build: 'slim' },
  big: { build: 'big' },
  large: { build: 'big' },
  small: { build: 'small' },
  little: { build: 'small' },
  tiny: { build: 'small' },
  curly: { crest: 'curls' },
  spiky: { crest: 'spikes' },
  punk: { crest: 'spikes' },
  bald: { crest: 'none' },
  happy: { mood: 'happy' },
  cheerful: { mood: 'happy' },
  smiling: { mood: 'happy' },
  friendly: { mood: 'happy' },
  laughing: { mood: 'happy' },
  calm: { mood: 'calm' },
  mild: { mood: 'calm' },
  gentle: { mood: 'calm' },
  wise: { mood: 'calm', eyewear: 'glasses' },
  stern: { mood: 'stern' },
  strict: { mood: 'stern' },
  grumpy: { mood: 'stern' },
  serious: { mood: 'stern' },
  sleepy: { mood: 'sleepy' },
  tired: { mood: 'sleepy' },
  surprised: { mood: 'surprised' },
  curious: { mood: 'surprised' },
  sad: { mood: 'sad' },
  winking: { mood: 'winking' },
  cheeky: { mood: 'winking' },
  shy: { mood: 'shy', extra: 'blush' },
  bearded: { extra: 'beard' },
  blushing: { extra: 'blush' },
}

/** Trades and titles: what people of it are known by. */
const TRADES: Readonly<Record<string, FaceParts>> = {
  sailor: { hat: 'sailor', scene: 'sea', neck: 'collar' },
  captain: { hat: 'captain', scene: 'sea' },
  skipper: { hat: 'captain', scene: 'sea' },
  pilot: { hat: 'captain', eyewear: 'sunglasses' },
  pirate: { hat: 'bandana', eyewear: 'patch', scene: 'sea' },
  cook: { hat: 'chef', neck: 'apron' },
  chef: { hat: 'chef', neck: 'apron' },
  baker: { hat: 'chef', neck: 'apron' },
  waiter: { neck: 'bowtie' },
  doctor: { neck: 'stethoscope' },
  nurse: { neck: 'stethoscope', hat: 'cap' },
  vet: { neck: 'stethoscope' },
  teacher: { hat: 'mortarboard', eyewear: 'glasses' },
  professor: { hat: 'mortarboard', eyewear: 'glasses' },
  student: { hat: 'mortarboard' },
  librarian: { eyewear: 'glasses', scene: 'books' },
  clerk: { neck: 'tie', eyewear: 'glasses' },
  lawyer: { neck: 'tie' },
  banker: { hat: 'tophat', neck: 'tie' },
  gardener: { hat: 'straw', scene: 'leaves' },
  farmer: { hat: 'straw', scene: 'hills' },
  ranger: { hat: 'straw', scene: 'hills' },
  painter: { hat: 'beret' },
  artist: { hat: 'beret', neck: 'scarf' },
  musician: { hat: 'headphones' },
  operator: { hat: 'headphones' },
  builder: { hat: 'helmet' },
  engineer: { hat: 'helmet', eyewear: 'goggles' },
  scientist: { eyewear: 'goggles' },
  mechanic: { hat: 'cap', eyewear: 'goggles' },
  driver: { hat: 'cap' },
  postman: { hat: 'cap' },
  wizard: { hat: 'wizard', scene: 'night', extra: 'beard' },
  witch: { hat: 'wizard', scene: 'night' },
  king: { hat: 'crown', extra: 'beard' },
  queen: { hat: 'crown', neck: 'pearls' },
  detective: { hat: 'cap', eyewear: 'monocle' },
  champion: { neck: 'medal' },
}

/** What stands behind it. */
const SCENES: Readonly<Record<string, FaceParts>> = {
  sea: { scene: 'sea' },
  ocean: { scene: 'sea' },
  harbour: { scene: 'sea' },
  island: { scene: 'sea' },
  night: { scene: 'night' },
  moon: { scene: 'night' },
  stars: { scene: 'night' },
  sun: { scene: 'sun' },
  sunny: { scene: 'sun' },
  summer: { scene: 'sun' },
  garden: { scene: 'leaves' },
  forest: { scene: 'leaves' },
  leaves: { scene: 'leaves' },
  jungle: { scene: 'leaves' },
  snow: { scene: 'snow' },
  winter: { scene: 'snow', neck: 'scarf' },
  mountain: { scene: 'hills' },
  mountains: { scene: 'hills' },
  hills: { scene: 'hills' },
  books: { scene: 'books' },
  library: { scene: 'books' },
  rain: { scene: 'rain' },
  rainy: { scene: 'rain' },
}

export const FACE_WORDS: Readonly<Record<string, FaceParts>> = { ...SCENES, ...TRADES, ...TRAITS, ...THINGS }

/** Words of a phrase that ask for nothing and are passed over without a word. */
export const PASSED_OVER = new Set(
  'a an the with and in of on for who that is has wearing wears bird parrot face feathers feather hair eyes very rather looks like at by from behind old young her his its him she he it'.split(
    ' ',
  ),
)
