import { aimSchema, readingSchema } from '../bench/index.js';
import {
  newPrintSchema,
  printerReportSchema,
  printRecordSchema,
  printsQuerySchema,
  settleSchema,
} from '../sheet/index.js';
import {
  mediaSchema,
  mediaWordsSchema,
  pressSchema,
  pressWordsSchema,
  printerSchema,
  printerWordsSchema,
  shopSchema,
} from '../shop/index.js';
import { list, type Descriptions } from './endpoint.js';

/** The doors of the shop floor: prints, printers, papers, presses, and the thermometer beside them. */
export const FLOOR_ENDPOINTS = {
  prints: {
    summary: 'The last prints, of all jobs or of one',
    query: printsQuerySchema,
    answer: list(printRecordSchema),
  },
  addPrint: {
    summary: 'Ask for a print; asking again with the same id gives the same one',
    body: newPrintSchema,
    answer: printRecordSchema,
  },
  print: { summary: 'One print, and what became of it', answer: printRecordSchema },
  printPdf: { summary: 'Its PDF', answer: 'application/pdf' },
  printPng: { summary: 'One of its sheets as a PNG at the printer’s resolution', answer: 'image/png' },
  cutLines: { summary: 'The cut lines of one of its sheets', answer: 'image/svg+xml' },
  renderPrint: { summary: 'Draw a print again whose drawing failed', answer: printRecordSchema },
  sendPrint: { summary: 'Send it to its printer, once', answer: printRecordSchema },
  cancelPrint: { summary: 'Cancel it, here or at the printer', answer: printRecordSchema },
  settlePrint: { summary: 'Say whether it came out, as somebody saw', body: settleSchema, answer: printRecordSchema },
  mirrorTest: { summary: 'A strip to print that tells who mirrors', answer: 'application/pdf' },
  printerReport: { summary: 'What a printer on the network says of itself', answer: printerReportSchema },
  setPrinter: { summary: 'Save a printer; a new id adds one', body: printerWordsSchema, answer: printerSchema },
  removePrinter: { summary: 'Take a printer and its papers off the floor', answer: shopSchema },
  setPress: {
    summary: 'Save a press with its last check; a new id adds one',
    body: pressWordsSchema,
    answer: pressSchema,
  },
  removePress: { summary: 'Take a press off the floor', answer: shopSchema },
  setMedia: { summary: 'Save a paper; a new id adds one', body: mediaWordsSchema, answer: mediaSchema },
  removeMedia: { summary: 'Take a paper off the floor', answer: shopSchema },
  readThermometer: {
    summary: 'What the infrared thermometer on the bench reads where it is aimed; 503 when it does not answer',
    body: aimSchema,
    answer: readingSchema,
  },
} satisfies Descriptions;
