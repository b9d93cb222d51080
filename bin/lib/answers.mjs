// Holds the answers of the API, kept by tests/App/EveryOperationTest.php, against docs/openapi.yaml, with a validator that is not the
// tests' own.
//   node bin/lib/answers.mjs ANSWERS
import { readFileSync } from 'node:fs';
import Ajv from 'ajv/dist/2020.js';
import { parse } from 'yaml';

const described = parse(readFileSync('docs/openapi.yaml', 'utf8'));
const ajv = new Ajv({ strict: false, validateFormats: false, allErrors: false });
ajv.addSchema({ $id: 'api', ...described });
const compiled = new Map();
const wrong = new Set();
let count = 0;
for (const line of readFileSync(process.argv[2], 'utf8').split('\n')) {
  if (line === '') continue;
  const { method, path, status, type, body } = JSON.parse(line);
  const place = `${method.toUpperCase()} ${path} ${status}`;
  count += 1;
  let answer = described.paths[path]?.[method]?.responses[status];
  const pointer = answer?.$ref ?? `#/paths/${path.replaceAll('~', '~0').replaceAll('/', '~1')}/${method}/responses/${status}`;
  answer = answer?.$ref ? described.components.responses[answer.$ref.split('/').at(-1)] : answer;
  if (!answer) wrong.add(`${place}: not described`);
  else if (body === null && !type.endsWith('json')) {
    if (type !== '' && answer.content && !answer.content[type]) wrong.add(`${place}: ${type} is not described`);
  } else if (!answer.content?.[type]) wrong.add(`${place}: ${type} is not described`);
  else {
    const key = `${pointer}/content/${type.replaceAll('/', '~1')}/schema`;
    if (!compiled.has(key)) compiled.set(key, ajv.compile({ $ref: `api${encodeURI(key).replaceAll('%23', '#')}` }));
    const validate = compiled.get(key);
    if (!validate(JSON.parse(body))) wrong.add(`${place}: ${ajv.errorsText(validate.errors)}`);
  }
}
for (const one of wrong) console.error(one);
console.log(`${count} answers, ${wrong.size} faults`);
process.exit(count > 900 && wrong.size === 0 ? 0 : 1);
