/** What a language model is asked beside a turn, where one is set: judging, wording, translating. */
export { errandMessages, jsonIn, type Errand } from './errand'
export { judging, JUDGING_TITLE, type Judgement } from './judging'
export { wording, WORDING_TITLE, type NotedAnswer, type WordedEdit } from './wording'
export { sayingIn, SAYING_TITLE } from './saying'
export { debriefing, DEBRIEFING_TITLE } from './debriefing'
