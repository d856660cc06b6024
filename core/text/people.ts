import { stemList } from './terms'

/** Stems of the names people are counted under, whoever they are: "price per person" is paid by guests and members alike. */
export const ANYONE = stemList(
  'person persons people head passenger guest visitor adult participant colleague employee member friend student',
)

/** Stems of those who often have a price of their own. */
export const BY_AGE = stemList(
  'adult child children kid infant baby babies toddler teenager junior senior pensioner student concession',
)
