export { answerSlitter } from './answer';
export { Slitter } from './slitter';
