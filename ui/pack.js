// Packs the compiled core: public/core/page-HASH.wasm.br and .gz, and tells the page
// its address. What is packed already is left as it is.
import { createHash } from 'node:crypto'
import { existsSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { brotliCompressSync, constants, gzipSync } from 'node:zlib'

const here = dirname(fileURLToPath(import.meta.url))
const folder = join(here, 'public/core')
const program = readFileSync(process.argv[2])
const name = `page-${createHash('sha256').update(program).digest('hex').slice(0, 12)}.wasm`

for (const file of readdirSync(folder)) if (!file.startsWith(name)) rmSync(join(folder, file))
if (!existsSync(join(folder, `${name}.br`))) {
  const params = { [constants.BROTLI_PARAM_QUALITY]: 9, [constants.BROTLI_PARAM_LGWIN]: 24, [constants.BROTLI_PARAM_SIZE_HINT]: program.length }
  writeFileSync(join(folder, `${name}.br`), brotliCompressSync(program, { params }))
}
if (!existsSync(join(folder, `${name}.gz`))) writeFileSync(join(folder, `${name}.gz`), gzipSync(program, { level: 9 }))

const generated = join(here, 'src/core/generated/program.ts')
const text = `// Written by pack.js.\nexport const programURL = '/core/${name}'\n`
if (!existsSync(generated) || readFileSync(generated, 'utf8') !== text) writeFileSync(generated, text)
