// Packs what the page is made of, once with Brotli and once with gzip, so that it is
// short on the way. What is named by its content and packed already is left as it is.
//
//   node pack.js core PROGRAM   public/core/page-HASH.wasm.br and .gz, and its address
//   node pack.js assets         scripts and styles in dist/assets, beside themselves
import { createHash } from 'node:crypto'
import { existsSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { brotliCompressSync, constants, gzipSync } from 'node:zlib'

const here = dirname(fileURLToPath(import.meta.url))

function pack(content, path, quality) {
  const params = { [constants.BROTLI_PARAM_QUALITY]: quality, [constants.BROTLI_PARAM_SIZE_HINT]: content.length }
  if (!existsSync(`${path}.br`)) writeFileSync(`${path}.br`, brotliCompressSync(content, { params }))
  if (!existsSync(`${path}.gz`)) writeFileSync(`${path}.gz`, gzipSync(content, { level: 9 }))
}

function packCore(file) {
  const folder = join(here, 'public/core')
  const program = readFileSync(file)
  const name = `page-${createHash('sha256').update(program).digest('hex').slice(0, 12)}.wasm`
  for (const old of readdirSync(folder)) if (!old.startsWith(name)) rmSync(join(folder, old))
  pack(program, join(folder, name), 9) // more takes half a minute, and makes it a tenth smaller

  const generated = join(here, 'src/core/generated/program.ts')
  const size = statSync(join(folder, `${name}.br`)).size
  const text = `// Written by pack.js.\nexport const programURL = '/core/${name}'\nexport const programSize = ${size} // bytes on the way\n`
  if (!existsSync(generated) || readFileSync(generated, 'utf8') !== text) writeFileSync(generated, text)
}

function packAssets() {
  const folder = join(here, 'dist/assets')
  for (const file of readdirSync(folder))
    if (/\.(js|css)$/.test(file)) pack(readFileSync(join(folder, file)), join(folder, file), constants.BROTLI_MAX_QUALITY)
}

const [what, file] = process.argv.slice(2)
if (what === 'core' && file) packCore(file)
else if (what === 'assets') packAssets()
else throw new Error('say what to pack: core PROGRAM, or assets')
