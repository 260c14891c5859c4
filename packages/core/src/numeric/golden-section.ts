/**
 * Place of the greatest value of a function that has one peak between low and high, by golden section (Press et al., Numerical Recipes,
 * ch. 10), to a share of 1e-9 of the place.
 * @example goldenSection((x) => -((x - 2) ** 2), 0, 5) // → 2
 */
export function goldenSection(f: (x: number) => number, low: number, high: number): number {
  const g = (Math.sqrt(5) - 1) / 2
  let [a, b] = [low, high]
  for (let i = 0; i < 60 && b - a > 1e-9 * Math.abs(b); i++) {
    const [c, d] = [b - g * (b - a), a + g * (b - a)]
    if (f(c) > f(d)) b = d
    else a = c
  }
  return (a + b) / 2
}
