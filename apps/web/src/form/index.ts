export { Chosen } from './chosen.js';
export { useTypedForm } from './use-typed-form.js';
