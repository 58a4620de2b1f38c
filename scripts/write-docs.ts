/** Writes the documents that are generated from data: run after a change in the tables or schemas. */
import { writeFileSync } from 'node:fs';
import { jobFileJsonSchema } from '../packages/contracts/src/exchange/json-schema.js';
import { provenanceMarkdown } from '../packages/core/src/provenance/provenance.js';

writeFileSync(new URL('../docs/provenance.md', import.meta.url), provenanceMarkdown());
writeFileSync(
  new URL('../docs/formats/hephaist-job-1.schema.json', import.meta.url),
  `${JSON.stringify(jobFileJsonSchema(), null, 2)}\n`,
);
