export { Desk } from './desk';
export { answerDesk } from './answer';
