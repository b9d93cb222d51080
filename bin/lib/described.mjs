// Holds docs/openapi.yaml against what a description of an API should be.
import { createConfig, lint } from '@redocly/openapi-core';

const rules = {
  'operation-4xx-response': 'off', // a server that is asked whether it works has nothing to refuse
  'no-unused-components': 'off', // a kit is described in a file beside its sounds, which no operation answers
};
const problems = await lint({ ref: 'docs/openapi.yaml', config: await createConfig({ extends: ['recommended'], rules }) });
for (const { message, location } of problems) console.log(`${location[0].pointer}: ${message}`);
process.exit(problems.length > 0 ? 1 : 0);
