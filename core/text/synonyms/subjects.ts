/** Wider subjects: speaking of one word of a line is speaking of the subject, though the words differ. */
export const SUBJECTS = `
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
