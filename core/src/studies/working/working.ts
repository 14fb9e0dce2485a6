/** Where a value of a step comes from. */
export type Basis = 'measured' | 'assumed' | 'library' | 'brief' | 'method' | 'computed';

/** How a step follows from the steps it names; 'given' names none. */
export type Operation =
  | 'given'
  | 'sum'
  | 'product'
  | 'quotient'
  | 'difference'
  | 'max'
  | 'reciprocal'
  | 'decibel';

export interface WorkingStep {
  /** Named by later steps. */
  id: string;
  label: string;
  /** How it follows. */
  op: Operation;
  /** Ids of the steps it follows from. */
  of: string[];
  /** In `unit`. */
  value: number;
  /** As printed; empty for a bare number. */
  unit: string;
  /** Where it comes from. */
  basis: Basis;
  /** Of a library or method value. */
  source?: string;
}

/** The calculation behind a number, as data: built here, recomputed in tests, rendered once. */
export interface Working {
  /** The number's name. */
  title: string;
  /** Each after those it follows from. */
  steps: WorkingStep[];
  /** Id of the step that is the number. */
  result: string;
  /** What is left out or assumed, in sentences. */
  notes: string[];
}

/** Builds a working step by step; every computed value comes from the steps it names. */
export class WorkingBuilder {
  readonly steps: WorkingStep[] = [];
  private values = new Map<string, number>();

  given(label: string, value: number, unit: string, basis: Basis, source?: string): string {
    return this.push({ label, op: 'given', of: [], value, unit, basis, ...(source ? { source } : {}) });
  }

  step(label: string, op: Exclude<Operation, 'given'>, of: string[], unit: string, source?: string): string {
    const value = apply(
      op,
      of.map(id => this.values.get(id)!),
    );
    return this.push({ label, op, of, value, unit, basis: 'computed', ...(source ? { source } : {}) });
  }

  private push(step: Omit<WorkingStep, 'id'>): string {
    const id = `s${this.steps.length + 1}`;
    this.steps.push({ id, ...step });
    this.values.set(id, step.value);
    return id;
  }
}

/** The value an operation gives; sums of nothing are 0. */
export function apply(op: Exclude<Operation, 'given'>, values: number[]): number {
  switch (op) {
    case 'sum':
      return values.reduce((a, b) => a + b, 0);
    case 'product':
      return values.reduce((a, b) => a * b, 1);
    case 'quotient':
      return values[0]! / values[1]!;
    case 'difference':
      return values.slice(1).reduce((a, b) => a - b, values[0] ?? 0);
    case 'max':
      return Math.max(0, ...values);
    case 'reciprocal':
      return 1 / values[0]!;
    case 'decibel':
      return 10 * Math.log10(values[0]!);
  }
}
