/** What is made of many conversations. */
export { groupQuestions, type Asked, type QuestionGroup } from './groups'
