export { useJob } from './job-context.js';
export { useDownload } from './use-download.js';
