// What goes wrong between page, core and server.

// Problem is what is answered instead, as in RFC 9457. Decisions hang on its code and
// never on its words.
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly body: Record<string, unknown>,
  ) {
    super(message)
  }
}

// Unreachable: nothing was answered, or the database is away; trying again helps.
export class Unreachable extends Error {}
