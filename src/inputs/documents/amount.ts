import { ValidateBy } from 'class-validator';

const longest = 86_400;
const parameter = /^\{[a-z][A-Za-z0-9]{0,29}\}$/;

/** Seconds or a count, or the parameter that stands for it. */
export function amount(): PropertyDecorator {
  const schema = {
    anyOf: [
      { type: 'number', minimum: 0, maximum: longest },
      { type: 'string', pattern: parameter.source, maxLength: 32 },
    ],
  };
  return ValidateBy(
    {
      name: 'amount',
      validator: {
        validate: (value) =>
          typeof value === 'number'
            ? Number.isFinite(value) && value >= 0 && value <= longest
            : typeof value === 'string' && value.length <= 32 && parameter.test(value),
      },
    },
    { message: 'Expected a number, or a parameter in braces.', context: { field: { schema } } },
  );
}
