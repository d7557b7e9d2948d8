// Reads features with the reference parser of Gherkin, and prints what is in them: their names, and
// the keywords and texts of their steps. Given folders of features, in arguments.
import { readdirSync, readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'

const find = createRequire(new URL('../ui/package.json', import.meta.url))
const { AstBuilder, GherkinClassicTokenMatcher, Parser } = await import(pathToFileURL(find.resolve('@cucumber/gherkin')))
const { IdGenerator } = await import(pathToFileURL(find.resolve('@cucumber/messages')))

const out = []
for (const folder of process.argv.slice(2))
  for (const file of readdirSync(folder).sort()) {
    const parser = new Parser(new AstBuilder(IdGenerator.incrementing()), new GherkinClassicTokenMatcher())
    const { feature } = parser.parse(readFileSync(join(folder, file), 'utf8'))
    out.push({
      file,
      name: feature.name,
      scenarios: feature.children.map(({ scenario }) => ({ name: scenario.name, steps: scenario.steps.map((s) => s.keyword.trim() + ' ' + s.text) })),
    })
  }
console.log(JSON.stringify(out))
