export { AccessGuard } from './access.guard.js';
export { Identify } from './identify.js';
export { PeopleModule } from './people.module.js';
