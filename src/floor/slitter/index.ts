export { answerSlitter } from './answer';
export { Slitter } from './slitter';
export { tellingTo } from './telling';
