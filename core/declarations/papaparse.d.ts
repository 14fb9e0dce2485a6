/** What is used of the CSV library; its own types pull the whole of Node in, which the core does without. */
declare module 'papaparse' {
  interface ParseConfig {
    header?: boolean;
    skipEmptyLines?: boolean | 'greedy';
    transformHeader?(header: string): string;
  }
  interface UnparseConfig {
    escapeFormulae?: boolean | RegExp;
    newline?: string;
  }
  const papaparse: {
    parse<T>(text: string, config?: ParseConfig): { data: T[] };
    unparse(rows: (string | number)[][], config?: UnparseConfig): string;
  };
  export default papaparse;
}
