export { ProofModule } from './proof.module.js';
