export { StudyModule } from './study.module.js';
export { StudyRepository } from './study.repository.js';
export { StudyService } from './study.service.js';
