import type { PersonFacts } from '@/core/job/call-draft';
import { groupVin, mendVin } from '@/core/vin/vin';
import { TextAreaField, TextField } from '@/ui/field';

interface PersonFieldsProps {
  readonly value: PersonFacts;
  readonly problemOf: (field: string) => string | undefined;
  readonly onChange: (change: Partial<PersonFacts>) => void;
}

/** Name, phone and VIN of a call: fields of their own, since they are not read from the line. */
export function PersonFields({ value, problemOf, onChange }: PersonFieldsProps) {
  const vin = value.vin.trim() === '' ? undefined : mendVin(value.vin);
  const vinProblem = vin && !vin.ok ? vin.problems[0]?.message : problemOf('vin');
  const field = (name: keyof PersonFacts) => ({
    value: value[name],
    onChange: (event: { target: { value: string } }) => onChange({ [name]: event.target.value }),
  });
  return (
    <div className="grid gap-x-3 gap-y-1 sm:grid-cols-2">
      <TextField
        label="Name"
        autoCapitalize="words"
        autoComplete="off"
        error={problemOf('name')}
        {...field('name')}
      />
      <TextField
        label="Phone"
        type="tel"
        mono
        autoComplete="off"
        error={problemOf('phone')}
        {...field('phone')}
      />
      <TextField
        label="VIN"
        mono
        className="sm:col-span-2"
        autoCapitalize="characters"
        autoComplete="off"
        spellCheck={false}
        error={vinProblem}
        hint={vin?.ok ? `${vin.value.mended ? 'Read as ' : ''}${groupVin(vin.value.vin)}` : undefined}
        {...field('vin')}
      />
      <TextField
        label="Where exactly"
        autoCapitalize="words"
        className="sm:col-span-2"
        error={problemOf('placeDetail')}
        {...field('placeDetail')}
      />
      <TextAreaField
        label="Note"
        className="sm:col-span-2"
        hint="No key code or PIN here: they have fields of their own."
        error={problemOf('note')}
        {...field('note')}
      />
    </div>
  );
}

/** The fields as they are sent: empty ones are 'not said', a VIN without its spaces, and mended. */
export function sentPerson(value: PersonFacts): Record<keyof PersonFacts, string | null> {
  const trimmed = (text: string) => (text.trim() === '' ? null : text.trim());
  const vin = mendVin(value.vin);
  return {
    name: trimmed(value.name),
    phone: trimmed(value.phone),
    vin: vin.ok ? vin.value.vin : trimmed(value.vin),
    placeDetail: trimmed(value.placeDetail),
    note: trimmed(value.note),
  };
}
