export { playAll, PlayPool, type Played, type Player } from './player'
