/** Faces drawn from phrases: our own birds, in our own parts. */
export { drawFace } from './draw'
export { readFace, type FaceReading } from './read'
export { COLOURS, FACE_WORDS } from './words'
