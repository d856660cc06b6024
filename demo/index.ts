export { sampleAgents, type SampleAgent } from './scenario'
