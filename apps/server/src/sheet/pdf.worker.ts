import { writePdf } from './pdf.js';

export default writePdf;
