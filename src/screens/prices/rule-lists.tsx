import { difficulties, flatWorkNames, flatWorks } from '@/core/quote/price-rules';
import { choicesOf } from '@/ui/field';
import { FormDays, FormNumber, FormSelect, FormText } from '@/ui/form/form-fields';
import { FormRows } from '@/ui/form/form-rows';
import type { FormOf } from '@/ui/form/use-form-of';
import { Panel } from '@/ui/panel';
import type { RulesDraft } from './draft';

interface PartProps {
  readonly of: FormOf<RulesDraft>;
}

const works = flatWorks
  .filter((work) => work !== 'dealer')
  .map((value) => ({ value, label: flatWorkNames[value] }));

/** The flat rates by work and difficulty. */
export function MenuPanel({ of }: PartProps) {
  return (
    <Panel
      title="Flat rates"
      note="By work and difficulty; hard is what often fails or takes more than an hour, and a pellet step that is hunted for."
    >
      <FormRows
        of={of}
        name="flatRates"
        one="work"
        add="Add a work"
        empty={{ work: 'cut', difficulty: 'usual', firstMinor: '', furtherMinor: '' }}
      >
        {(at) => (
          <>
            <FormSelect
              of={of}
              name={`flatRates.${at}.work`}
              label={`Work ${at + 1}`}
              className="w-56"
              choices={works}
            />
            <FormSelect
              of={of}
              name={`flatRates.${at}.difficulty`}
              label="Difficulty"
              className="w-28"
              choices={choicesOf(difficulties)}
            />
            <FormNumber of={of} name={`flatRates.${at}.firstMinor`} label="First key" className="w-28" />
            <FormNumber of={of} name={`flatRates.${at}.furtherMinor`} label="Each further" className="w-28" />
          </>
        )}
      </FormRows>
    </Panel>
  );
}

/** What a trip costs by its distance. */
export function BandsPanel({ of }: PartProps) {
  return (
    <Panel title="Distance bands" note="One way, by road; the price holds for the way back too.">
      <FormRows
        of={of}
        name="bands"
        one="band"
        add="Add a band"
        empty={{ toKm: '', minor: '' }}
        className="flex flex-wrap gap-x-6 gap-y-1"
        rowClassName="flex items-start gap-2"
      >
        {(at) => (
          <>
            <FormNumber of={of} name={`bands.${at}.toKm`} label={`To km, band ${at + 1}`} className="w-28" />
            <FormNumber of={of} name={`bands.${at}.minor`} label="Price" className="w-24" />
          </>
        )}
      </FormRows>
    </Panel>
  );
}

/** Hours that cost more. */
export function HoursPanel({ of }: PartProps) {
  return (
    <Panel title="Hours that cost more" note="A share of the labour; where several hold, the dearest counts.">
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
    </Panel>
  );
}
