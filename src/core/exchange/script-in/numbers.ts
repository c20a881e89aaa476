/** How a number is said in a text, told from what was said for its values: as a line through them, with noughts before it, as what is left of a minute. */
/** One way to come from the datum to the number in the text. */
export interface Saying {
  expression: string;
  of(n: number): number;
}

const lineOf = (a: number, b: number, name: string): Saying => ({
  expression: expressionOf(a, b, name),
  of: (n) => a * n + b,
});

function expressionOf(a: number, b: number, name: string): string {
  if (a === -1 && b !== 0) return `${b} - ${name}`;
  const part = a > 0 && a < 1 ? Math.round(1 / a) : 0;
  const product =
    part && Math.abs(1 / a - part) < 1e-9
      ? `${name} / ${part}`
      : a === 1
        ? name
        : a === -1
          ? `-${name}`
          : `${name} * ${a}`;
  return b === 0 ? product : b > 0 ? `${product} + ${b}` : `${product} - ${-b}`;
}

/** What is whole of it, and what is left: minutes and seconds, tens and ones. */
const around = (name: string): Saying[] =>
  [60, 3600, 10, 100, 1000].flatMap((by): Saying[] => [
    { expression: `${name} % ${by}`, of: (n) => n % by },
    { expression: `Math.floor(${name} / ${by})`, of: (n) => Math.floor(n / by) },
    { expression: `Math.ceil(${name} / ${by})`, of: (n) => Math.ceil(n / by) },
    ...[60, 10].map((most) => ({
      expression: `Math.floor(${name} / ${by}) % ${most}`,
      of: (n: number) => Math.floor(n / by) % most,
    })),
  ]);

/** A share of a whole in hundredths, rounded: the roundest whole with which all that is said agrees. */
function shares(numbers: readonly number[], said: readonly number[], name: string): Saying[] {
  // At its end it goes no further, and where it was put back to nought it stays there, whatever the number does.
  const end = Math.max(...said);
  const pairs = numbers.flatMap((n, i) =>
    n === 0 || said[i] === 0 || said[i] === end ? [] : [{ n: Math.abs(n), y: said[i] }],
  );
  if (!pairs.length) return [];
  const sign = numbers.some((n) => n < 0) ? -1 : 1;
  const ways = [
    { by: "round", low: -0.5, high: 0.5 },
    { by: "floor", low: 0, high: 1 },
    { by: "ceil", low: -1, high: 0 },
  ] as const;
  return ways.flatMap(({ by, low, high }): Saying[] => {
    const least = Math.max(...pairs.map(({ n, y }) => (100 * n) / Math.max(1e-9, y + high)));
    const most = Math.min(...pairs.map(({ n, y }) => (y + low > 0 ? (100 * n) / (y + low) : Number.POSITIVE_INFINITY)));
    const step = [1000, 500, 100, 50, 10, 5, 1].find((s) => Math.ceil(least / s) * s <= most);
    if (step === undefined || !Number.isFinite(most)) return [];
    const whole = sign * Math.ceil(least / step) * step;
    return [{ expression: `Math.${by}(${name} / ${whole} * 100)`, of: (n) => Math[by]((n / whole) * 100) }];
  });
}

export const isSaid = ({ of }: Saying, n: number, said: number): boolean => Math.abs(of(n) - said) < 1e-9;

/** The one that most of them follow; a number that stands for itself before others. */
export function sayingOf(numbers: readonly number[], said: readonly number[], name: string): Saying | null {
  let best: Saying | null = null;
  let most = 2;
  const lines = numbers.slice(0, 8).flatMap((x, i) =>
    numbers.slice(i + 1, i + 9).flatMap((x2, k): Saying[] => {
      const a = (said[i + 1 + k] - said[i]) / (x2 - x);
      return x2 === x || a === 0 ? [] : [lineOf(a, said[i] - a * x, name)];
    }),
  );
  for (const way of [lineOf(1, 0, name), ...lines, ...around(name), ...shares(numbers, said, name)]) {
    const n = numbers.filter((x, i) => isSaid(way, x, said[i])).length;
    if (n > most) [best, most] = [way, n];
  }
  return best;
}

/** Digits that are filled up to one length, where any begins with a nought; 0 where they are not. */
export function widthOf(pieces: readonly string[]): number {
  const padded = pieces.find((p) => /^0\d/.test(p));
  return padded && pieces.every((p) => p.length >= padded.length) && padded.length < 4 ? padded.length : 0;
}

/** As a hole of a text. */
export function holeOf({ expression }: Saying, width: number): string {
  const noughts = Array.from({ length: Math.max(0, width - 1) }, (_n, i) => 10 ** (width - 1 - i));
  return [...noughts.map((below) => `\${${expression} < ${below} ? "0" : ""}`), `\${${expression}}`].join("");
}
