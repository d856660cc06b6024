import { stemList } from './terms'

/** Words that carry a question's form more than its subject: they count little, and need not be found. */
const LIGHT = stemList(
  'allow allowed goes bring take carry get go come travel make have need want use find tell give say mean know think let ' +
    'much many cost costs price prices fare charge charges charged fee pay paid buy long time times day hour kind type way thing ' +
    'start work happen possible ok okay okey right fine must should would could about like wish also ever still really ' +
    'exactly maximum minimum most any anyone someone people person else rule rules policy please help question total ' +
    'fit number information info details explain describe summarise summarize summary overview put full some something ' +
    'become enough sufficient sum somebody anybody mandatory compulsory obligatory optional no not never moment today tomorrow now available require required forbidden prohibited permit permitted welcome hear mine own along sure able ' +
    'morning afternoon evening friend friends neighbour wife husband partner mum dad keep wear hold hi hello hey dear problem issue weigh stand sit alone main point key quick q back spend back together spot possible year old want like',
)

/** Whether a stem carries the form of a question more than its subject. */
export const isLight = (stem: string): boolean => LIGHT.has(stem)
