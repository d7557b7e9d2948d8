import { type Id } from './types'

// One window of a browser reads the stream of events for all, since a browser opens few
// connections to one server. Where it knows locks, a lock says which. At an address that is
// not secure it knows none, and windows agree over their channel: who finds no reader
// claims to be it, and of several that claim, or read, the one with the smallest id stays.
//
// A reader is asked, and answers at once: timers of a window in the background may run
// once a minute, so that its silence alone says nothing.

export type Vote = { vote: 'who reads' | 'I read' | 'I claim' | 'I leave'; window: Id }

export const askEvery = 5_000 // a reader that crashed is missed for twice that long
export const answerWithin = 1_000

export type Agreement = { hear: (v: Vote) => void; leave: () => void; stop: () => void }

// agree takes part in the choice of the reader. becomes is told when this window is chosen,
// and when it is not any more.
export function agree(window: Id, send: (v: Vote) => void, becomes: (reading: boolean) => void): Agreement {
  let reading = false
  let waiting: ReturnType<typeof setTimeout> | undefined
  let heard = 0 // when a reader said so last
  const say = (vote: Vote['vote']) => send({ vote, window })

  function read(now: boolean) {
    clearTimeout(waiting)
    waiting = undefined
    if (reading === now) return
    reading = now
    becomes(now)
  }

  // ask looks for a reader, and then for others that want to be it.
  function ask() {
    if (reading || waiting !== undefined) return
    say('who reads')
    waiting = setTimeout(claim, answerWithin)
  }
  function claim() {
    say('I claim')
    waiting = setTimeout(() => {
      read(true)
      say('I read')
    }, answerWithin)
  }

  const asking = setInterval(() => {
    if (reading)
      say('I read') // of two that read one stops
    else if (Date.now() - heard >= askEvery) ask()
  }, askEvery)
  ask()
  return {
    hear(v) {
      if (v.window === window) return
      switch (v.vote) {
        case 'who reads':
          if (reading) say('I read')
          return
        case 'I claim':
          if (reading || (waiting !== undefined && window < v.window)) say(reading ? 'I read' : 'I claim')
          else read(false) // it asks again later
          return
        case 'I read':
          heard = Date.now()
          if (reading && window < v.window) say('I read')
          else read(false)
          return
        case 'I leave':
          heard = 0
          ask()
      }
    },
    leave() {
      if (reading) say('I leave')
      read(false)
    },
    stop() {
      clearInterval(asking)
      read(false)
    },
  }
}
