// count tells a number of things: 1 class, 3 classes.
export function count(n: number, one: string, many: string): string {
  return `${n} ${n === 1 ? one : many}`
}
