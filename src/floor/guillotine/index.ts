export { answerGuillotine, type Looking } from './answer';
export { Guillotine } from './guillotine';
