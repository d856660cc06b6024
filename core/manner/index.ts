export { axesOf, gradeOf, profileTexts, syllablesIn, type MannerAxis, type MannerProfile } from './profile'
export { soundOf, type Heard } from './sound'
