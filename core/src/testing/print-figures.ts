declare const console: { readonly info: (text: string) => void };

/** Prints the figures of a simulation into the log of the test run, where they are looked at. */
export function printFigures(title: string, rows: readonly (readonly [string, string])[]): void {
  console.info([title, ...rows.map(([name, figure]) => `  ${name.padEnd(36)} ${figure}`)].join('\n'));
}
