import { type ChildProcess, execFileSync, spawn } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { readdirSync, readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

// The real program on a real database: a server of PostgreSQL that
// scripts/postgres.sh starts, with an empty database for each program.

export const root = dirname(dirname(fileURLToPath(import.meta.url)))

const postgresBin = () => {
  const versions = readdirSync('/usr/lib/postgresql').sort((a, b) => Number(a) - Number(b))
  return `/usr/lib/postgresql/${versions.at(-1)}/bin`
}

export class Database {
  constructor(
    readonly folder: string,
    readonly port: string,
  ) {}

  start(): string {
    return execFileSync(join(root, 'scripts/postgres.sh'), ['start', join(root, this.folder), this.port], { encoding: 'utf8' }).trim()
  }

  // kill ends the server and all that it runs at once, as a crash of the machine would:
  // what is left of it could still take a change before it sees that it is alone.
  kill() {
    const data = readFileSync(join(root, this.folder, 'data-folder'), 'utf8').trim()
    const pid = Number(readFileSync(join(data, 'postmaster.pid'), 'utf8').split('\n')[0])
    const children = readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').trim().split(' ').filter(Boolean).map(Number)
    for (const each of [pid, ...children]) {
      try {
        process.kill(each, 'SIGKILL')
      } catch {
        // it has ended by itself, alone
      }
    }
  }

  remove() {
    execFileSync(join(root, 'scripts/postgres.sh'), ['remove', join(root, this.folder)])
  }

  create(): string {
    const url = new URL(
      process.env.LEXEON_TEST_DATABASE_URL && this.folder === '.run/test-postgres' ? process.env.LEXEON_TEST_DATABASE_URL : this.start(),
    )
    const name = `e2e_${randomBytes(6).toString('hex')}`
    execFileSync(join(postgresBin(), 'createdb'), ['-h', url.hostname, '-p', url.port, '-U', url.username, name], {
      env: { ...process.env, PGPASSWORD: url.password },
    })
    url.pathname = `/${name}`
    return url.href
  }
}

export const shared = new Database('.run/test-postgres', '54990')

export class Program {
  address = ''
  private child?: ChildProcess

  constructor(
    readonly database: string,
    readonly options: string[] = [],
  ) {}

  async start(): Promise<this> {
    const child = spawn(
      join(root, 'bin/lexeon'),
      [
        'serve',
        '--addr',
        '127.0.0.1:0',
        '--database',
        this.database,
        '--demo',
        join(root, 'demo/heatherfold.lexeon.json'),
        ...this.options,
      ],
      { stdio: ['ignore', 'pipe', 'inherit'] },
    )
    this.child = child
    this.address = await new Promise<string>((resolve, reject) => {
      let text = ''
      child.stdout.on('data', (chunk: Buffer) => {
        text += chunk.toString()
        const found = /Lexeon answers at (\S+)/.exec(text)
        if (found?.[1]) resolve(found[1])
      })
      child.on('exit', (code) => reject(new Error(`the program ended with ${code}: ${text}`)))
    })
    return this
  }

  async stop() {
    const child = this.child
    if (!child || child.exitCode !== null) return
    const over = new Promise((resolve) => child.on('exit', resolve))
    child.kill('SIGTERM')
    await over
  }
}
