import type { DistanceUnit } from '@/core/kinds/units';
import { flatWorkNames, flatWorks } from '@/core/quote/price-rules';
import { FormDays, FormNumber, FormText } from '@/ui/form/form-fields';
import { FormRows } from '@/ui/form/form-rows';
import type { FormOf } from '@/ui/form/use-form-of';
import { Table, Td, Th, Tr } from '@/ui/table';
import { flatRateRows, type RulesDraft } from './draft';

interface PartProps {
  readonly of: FormOf<RulesDraft>;
}

const works = flatWorks.filter((work) => flatRateRows.some((row) => row.work === work));

/** The flat rates: a row for each work, with what it costs where it is hard. */
export function FlatRates({ of }: PartProps) {
  const amount = (work: (typeof works)[number], hard: boolean, further: boolean) => {
    const at = flatRateRows.findIndex((row) => row.work === work && (row.difficulty === 'hard') === hard);
    if (at < 0) return <span className="block pt-3 text-mute">–</span>;
    const label = `${flatWorkNames[work]}${hard ? ', hard' : ''}: ${further ? 'each further key' : 'first key'}`;
    return (
      <FormNumber
        of={of}
        name={`flatRates.${at}.${further ? 'furtherMinor' : 'firstMinor'}`}
        label={label}
        className="w-28"
        inTable
      />
    );
  };
  return (
    <Table label="Flat rates">
      <thead>
        <Tr>
          <Th>Work</Th>
          <Th>First key</Th>
          <Th>Each further</Th>
          <Th>Hard: first key</Th>
          <Th>Hard: each further</Th>
        </Tr>
      </thead>
      <tbody>
        {works.map((work) => (
          <Tr key={work}>
            <Th row>
              <span className="block pt-3 text-ink">{flatWorkNames[work]}</span>
            </Th>
            <Td>{amount(work, false, false)}</Td>
            <Td>{amount(work, false, true)}</Td>
            <Td>{amount(work, true, false)}</Td>
            <Td>{amount(work, true, true)}</Td>
          </Tr>
        ))}
      </tbody>
    </Table>
  );
}

/** What else the shop does, with price and minutes. */
export function OwnWorks({ of }: PartProps) {
  return (
    <FormRows
      of={of}
      name="ownWorks"
      one="work"
      add="Add a work"
      none="None yet: a call-out, a broken piece drawn out of a lock, a key decoded, a battery changed."
      empty={{ name: '', minor: '', minutes: '20' }}
    >
      {(at) => (
        <>
          <FormText
            of={of}
            name={`ownWorks.${at}.name`}
            label={`Work ${at + 1}`}
            className="w-72"
            maxLength={60}
          />
          <FormNumber of={of} name={`ownWorks.${at}.minor`} label="Price" className="w-28" />
          <FormNumber of={of} name={`ownWorks.${at}.minutes`} label="Minutes" className="w-24" />
        </>
      )}
    </FormRows>
  );
}

/** What a trip costs by its distance. */
export function Bands({ of, unit }: PartProps & { readonly unit: DistanceUnit }) {
  return (
    <FormRows
      of={of}
      name="bands"
      one="band"
      add="Add a band"
      empty={{ toKm: '', minor: '' }}
      className="flex flex-wrap gap-x-6 gap-y-1"
      rowClassName="flex flex-wrap items-start gap-2"
    >
      {(at) => (
        <>
          <FormNumber
            of={of}
            name={`bands.${at}.toKm`}
            label={`To ${unit}, band ${at + 1}`}
            className="w-28"
          />
          <FormNumber of={of} name={`bands.${at}.minor`} label="Price" className="w-24" />
        </>
      )}
    </FormRows>
  );
}

/** Hours that cost more. */
export function DearHours({ of }: PartProps) {
  return (
    <FormRows
      of={of}
      name="hours"
      one="hour"
      add="Add an hour"
      empty={{ label: '', days: [1, 2, 3, 4, 5], from: '18:00', to: '22:00', percent: '' }}
    >
      {(at) => (
        <>
          <FormText of={of} name={`hours.${at}.label`} label={`Name, hour ${at + 1}`} className="w-36" />
          <FormDays of={of} name={`hours.${at}.days`} label={`Days of hour ${at + 1}`} />
          <FormText of={of} name={`hours.${at}.from`} label="From" className="w-24" mono />
          <FormText of={of} name={`hours.${at}.to`} label="To" className="w-24" mono />
          <FormNumber of={of} name={`hours.${at}.percent`} label="More, %" className="w-20" />
        </>
      )}
    </FormRows>
  );
}
