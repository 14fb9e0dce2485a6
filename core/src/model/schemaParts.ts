import Type, { type Static, type TProperties, type TSchema } from 'typebox';

export const closed = <P extends TProperties>(properties: P, options = {}) =>
  Type.Object(properties, { additionalProperties: false, ...options });
export const choice = <const T extends readonly string[]>(...values: T) =>
  Type.Unsafe<T[number]>({ type: 'string', enum: values });
/** A union told apart by one property, so that a mistake gives one message and not one a branch. */
export const either = <T extends TSchema[]>(property: string, ...branches: T) =>
  Type.Unsafe<Static<T[number]>>({
    type: 'object',
    discriminator: { propertyName: property },
    required: [property],
    oneOf: branches,
  });

export const Id = Type.String({ minLength: 1, maxLength: 64, pattern: '^[A-Za-z0-9][A-Za-z0-9._-]*$' });
export const Name = Type.String({ minLength: 1, maxLength: 120 });
export const Share = Type.Number({ minimum: 0, maximum: 1 });

export const Measurement = either(
  'basis',
  closed({
    basis: Type.Literal('measured'),
    value: Type.Number({ minimum: 0, maximum: 20 }),
    entered: Type.String({ maxLength: 40 }),
  }),
  closed({
    basis: Type.Literal('assumed'),
    value: Type.Number({ minimum: 0, maximum: 20 }),
    from: choice('pattern', 'mirror', 'guess', 'earlier van'),
  }),
);

/** Where something lies in a bay: its centre from the bay's front and lower edge, m. */
export const Place = closed({ along: Measurement, up: Measurement });

export const Moment = Type.String({
  pattern: '^\\d{4}-\\d{2}-\\d{2}(T\\d{2}:\\d{2}:\\d{2}(\\.\\d{1,3})?Z)?$',
  maxLength: 30,
});
export const Note = Type.String({ maxLength: 500 });

/** A rest that may be cut from. */
export const REST = {
  material: Id,
  /** m. */
  thickness: Type.Number({ exclusiveMinimum: 0, maximum: 0.3 }),
  width: Type.Number({ minimum: 0.02, maximum: 10 }),
  /** Along its grain or pile, m. */
  length: Type.Number({ minimum: 0.02, maximum: 200 }),
  count: Type.Integer({ minimum: 1, maximum: 500 }),
};
