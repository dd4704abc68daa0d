/** What the reliability script needs of the core. */
export { EXPLANATION_FACTS } from '@/core/opinion/explanations';
export { reliability, tryOpinion } from '@/core/opinion/reliability';
