// Makes objects of generated classes, and changes their links at random: see behaviour_test.go.
import { readFileSync } from 'node:fs'
import { resolve } from 'node:path'

const folder = resolve(process.argv[2])
const spec = JSON.parse(readFileSync(`${folder}/spec.json`, 'utf8')) ?? []
const code = await import(`${resolve('dist', process.argv[2])}/src/_index.js`)
const byName = new Map(spec.map((c) => [c.Name, c]))

let state = 12345
const random = (n) => {
  state = (Math.imul(state, 1103515245) + 12345) >>> 0
  return Math.floor((state / 2 ** 32) * n)
}
const pick = (list) => list[random(list.length)]

const objects = []
const classOf = new Map()
const endsOf = (o) => byName.get(classOf.get(o)).Kinds.flatMap((k) => byName.get(k).Ends ?? [])
const kindsOf = (name) => objects.filter((o) => byName.get(classOf.get(o)).Kinds.includes(name))
const concrete = (name) => spec.filter((c) => !c.Abstract && c.Kinds.includes(name))

const values = { Text: 'x', Identifier: 'x', Geometry: 'x', Date: '2026-01-01', Time: '12:00', Duration: 'P1D', Integer: 7, Boolean: true, Instant: new Date(0), Binary: new Uint8Array(1) }
function make(c, depth = 0) {
  const given = {}
  for (const p of c.Params ?? []) {
    if (p.Kind === 'class') {
      const there = kindsOf(p.Class)
      let one = there.length && random(3) ? pick(there) : undefined
      if (!one && depth < 6 && concrete(p.Class).length) one = make(pick(concrete(p.Class)), depth + 1)
      one ??= pick(there)
      if (!one) return undefined
      given[p.Name] = one
    } else if (p.Kind === 'enumeration') given[p.Name] = code[p.Class]?.[p.Literal]
    else if (p.Primitive === 'Decimal' || p.Primitive === 'Money') given[p.Name] = code.Decimal.of('1.50')
    else given[p.Name] = values[p.Primitive]
  }
  let o
  try {
    o = new code[c.Name](given)
  } catch (e) {
    if (e instanceof code.Refused) {
      refused++
      return undefined
    }
    throw e
  }
  classOf.set(o, c.Name)
  objects.push(o)
  return o
}

const linked = (o, e) => (e.Many ? [...o[e.Field]] : o[e.Field] == null ? [] : [o[e.Field]])
const times = (list, one) => list.filter((x) => x === one).length
function check(what) {
  for (const o of objects) {
    let wholes = 0
    for (const e of endsOf(o)) {
      const there = linked(o, e)
      if (e.Upper >= 0 && there.length > e.Upper) throw new Error(`${what}: ${e.Label} has ${there.length}`)
      if (e.Owned) wholes += there.length
      if (!e.InverseField) continue
      for (const one of there) {
        if (!classOf.has(one)) throw new Error(`${what}: ${e.Label} leads to what was never made`)
        const back = e.InverseMany ? one[e.InverseField] : one[e.InverseField] == null ? [] : [one[e.InverseField]]
        if (times(there, one) !== times(back, o)) throw new Error(`${what}: the ends of ${e.Label} do not agree`)
      }
    }
    if (wholes > 1) throw new Error(`${what}: a part is in ${wholes} wholes`)
  }
}

let did = 0
let refused = 0
for (let i = 0; i < 40 && spec.length; i++) {
  const c = pick(spec)
  if (!c.Abstract) make(c)
}
// Where there is none, the classes say so by null or by undefined.
const none = objects.some((o) => Object.values(o).includes(null)) ? null : undefined
for (let i = 0; i < Number(process.argv[3]) && objects.length; i++) {
  const o = pick(objects)
  const ends = endsOf(o).filter((e) => !e.Hidden)
  if (ends.length === 0) continue
  const e = pick(ends)
  const there = kindsOf(e.Class)
  let what = ''
  try {
    let changed = true
    switch (random(e.Many ? 3 : 2)) {
      case 0:
        if (!there.length) continue
        what = e.Many ? e.Add : e.Set
        changed = o[what](pick(there))
        break
      case 1:
        if (e.Many) {
          what = e.Remove
          const all = o[e.Get]
          changed = all.length ? o[what](pick(all)) : false
        } else if (!e.Mandatory) {
          what = e.Set
          o[what](none)
        } else continue
        break
      default:
        what = e.Add
        if (!there.length) continue
        changed = o[what](pick(there))
    }
    if (changed !== false) did++
  } catch (error) {
    if (!(error instanceof code.Refused)) throw error
    refused++
  }
  check(`${e.Label}.${what}`)
  if (i % 500 === 499) {
    const gone = pick(objects)
    gone.dispose?.()
    check('dispose')
    for (const e of endsOf(gone)) if (linked(gone, e).length) throw new Error(`${e.Label} is linked after it was disposed of`)
    if (byName.get(classOf.get(gone)).Disposes && !Array.isArray(gone.validate())) throw new Error('validate gives no list')
  }
}
console.log(`${did} calls did something, ${refused} were refused, ${objects.length} objects`)
