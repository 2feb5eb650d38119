// Writes docs/formats/ticket.schema.json from the schema that validates tickets; a test holds the two together.
import { writeFileSync } from 'node:fs';
import { jsonSchemaOf } from '../packages/contract/dist/api/index.js';
import { ticketSchema } from '../packages/contract/dist/job/index.js';

const schema = {
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  title: 'Kanga job ticket',
  ...jsonSchemaOf(ticketSchema),
};
writeFileSync(new URL('../docs/formats/ticket.schema.json', import.meta.url), `${JSON.stringify(schema, null, 2)}\n`);
