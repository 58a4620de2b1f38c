/** Writes the documents that are generated from data: run after a change in the tables or schemas. */
import { writeFileSync } from 'node:fs';
import { provenanceMarkdown } from '../packages/core/src/index.js';

writeFileSync(new URL('../docs/provenance.md', import.meta.url), provenanceMarkdown());
