// Holds examples against their schemas with a validator of JSON Schema 2020-12. Given folders with
// model.schema.json and, perhaps, example.json; says what is wrong.
import { existsSync, readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { join } from 'node:path'

const { default: Ajv } = createRequire(new URL('../ui/package.json', import.meta.url))('ajv/dist/2020.js')
let examples = 0
for (const folder of process.argv.slice(2)) {
  const ajv = new Ajv({ ownProperties: true, strict: true, strictRequired: false, validateFormats: false, allErrors: true })
  const validate = ajv.compile(JSON.parse(readFileSync(join(folder, 'model.schema.json'), 'utf8')))
  const example = join(folder, 'example.json')
  if (!existsSync(example)) continue
  examples++
  const value = JSON.parse(readFileSync(example, 'utf8'))
  if (!validate(value)) console.log(folder, ajv.errorsText(validate.errors))
  // What is not as the schema says is refused.
  if (validate({ ...value, 'nobody knows this': 1 })) console.log(folder, 'takes anything')
}
console.log(`${examples} examples`)
