export { ProofModule } from './proof.module.js';
export { ProofService } from './proof.service.js';
