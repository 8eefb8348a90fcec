import { difficulties, flatWorkNames, flatWorks } from '@/core/quote/price-rules';
import { Button } from '@/ui/button';
import { DayTicks } from '@/ui/day-ticks';
import { SelectField, TextField } from '@/ui/field';
import { Panel } from '@/ui/panel';
import type { RulesDraft } from './draft';

interface PartProps {
  readonly draft: RulesDraft;
  readonly problemOf: (field: string) => string | undefined;
  readonly onChange: (more: Partial<RulesDraft>) => void;
}

const works = flatWorks.filter((work) => work !== 'dealer');

/** The flat rates by work and difficulty. */
export function MenuPanel({ draft, problemOf, onChange }: PartProps) {
  const set = (at: number, more: Partial<RulesDraft['flatRates'][number]>) =>
    onChange({ flatRates: draft.flatRates.map((row, index) => (index === at ? { ...row, ...more } : row)) });
  return (
    <Panel
      title="Flat rates"
      note="By work and difficulty; hard is what often fails or takes more than an hour, and a pellet step that is hunted for."
    >
      <ul className="flex flex-col gap-1">
        {draft.flatRates.map((row, at) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: rows are told apart by their place while they are typed
          <li key={at} className="flex flex-wrap items-start gap-2">
            <SelectField
              label={`Work ${at + 1}`}
              className="w-56"
              choices={works.map((value) => ({ value, label: flatWorkNames[value] }))}
              value={row.work}
              error={problemOf(`flatRates.${at}.work`)}
              onChange={(event) => set(at, { work: event.target.value })}
            />
            <SelectField
              label="Difficulty"
              className="w-28"
              choices={Object.entries(difficulties).map(([value, label]) => ({ value, label }))}
              value={row.difficulty}
              onChange={(event) => set(at, { difficulty: event.target.value })}
            />
            <TextField
              label="First key"
              className="w-28"
              mono
              value={row.first}
              error={problemOf(`flatRates.${at}.firstMinor`)}
              onChange={(event) => set(at, { first: event.target.value })}
            />
            <TextField
              label="Each further"
              className="w-28"
              mono
              value={row.further}
              error={problemOf(`flatRates.${at}.furtherMinor`)}
              onChange={(event) => set(at, { further: event.target.value })}
            />
            <Button
              look="quiet"
              className="mt-6"
              aria-label={`Remove work ${at + 1}`}
              onClick={() => onChange({ flatRates: draft.flatRates.filter((_, index) => index !== at) })}
            >
              Remove
            </Button>
          </li>
        ))}
      </ul>
      <Button
        look="quiet"
        onClick={() =>
          onChange({
            flatRates: [...draft.flatRates, { work: 'cut', difficulty: 'usual', first: '', further: '' }],
          })
        }
      >
        Add a work
      </Button>
    </Panel>
  );
}

/** What a trip costs by its distance. */
export function BandsPanel({ draft, problemOf, onChange }: PartProps) {
  const set = (at: number, more: Partial<RulesDraft['bands'][number]>) =>
    onChange({ bands: draft.bands.map((row, index) => (index === at ? { ...row, ...more } : row)) });
  return (
    <Panel title="Distance bands" note="One way, by road; the price holds for the way back too.">
      <ul className="flex flex-wrap gap-x-6 gap-y-1">
        {draft.bands.map((row, at) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: rows are told apart by their place while they are typed
          <li key={at} className="flex items-start gap-2">
            <TextField
              label={`To km, band ${at + 1}`}
              className="w-28"
              mono
              value={row.toKm}
              error={problemOf(`bands.${at}.toKm`)}
              onChange={(event) => set(at, { toKm: event.target.value })}
            />
            <TextField
              label="Price"
              className="w-24"
              mono
              value={row.price}
              error={problemOf(`bands.${at}.minor`)}
              onChange={(event) => set(at, { price: event.target.value })}
            />
            <Button
              look="quiet"
              className="mt-6"
              aria-label={`Remove band ${at + 1}`}
              onClick={() => onChange({ bands: draft.bands.filter((_, index) => index !== at) })}
            >
              Remove
            </Button>
          </li>
        ))}
      </ul>
      <Button look="quiet" onClick={() => onChange({ bands: [...draft.bands, { toKm: '', price: '' }] })}>
        Add a band
      </Button>
    </Panel>
  );
}

/** Hours that cost more. */
export function HoursPanel({ draft, problemOf, onChange }: PartProps) {
  const set = (at: number, more: Partial<RulesDraft['hours'][number]>) =>
    onChange({ hours: draft.hours.map((row, index) => (index === at ? { ...row, ...more } : row)) });
  return (
    <Panel title="Hours that cost more" note="A share of the labour; where several hold, the dearest counts.">
      <ul className="flex flex-col gap-2">
        {draft.hours.map((row, at) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: rows are told apart by their place while they are typed
          <li key={at} className="flex flex-wrap items-start gap-2">
            <TextField
              label={`Name, hour ${at + 1}`}
              className="w-36"
              value={row.label}
              error={problemOf(`hours.${at}.label`)}
              onChange={(event) => set(at, { label: event.target.value })}
            />
            <DayTicks
              label={`Days of ${row.label || `hour ${at + 1}`}`}
              days={row.days}
              onChange={(days) => set(at, { days })}
            />
            <TextField
              label="From"
              className="w-24"
              mono
              value={row.from}
              error={problemOf(`hours.${at}.from`)}
              onChange={(event) => set(at, { from: event.target.value })}
            />
            <TextField
              label="To"
              className="w-24"
              mono
              value={row.to}
              error={problemOf(`hours.${at}.to`)}
              onChange={(event) => set(at, { to: event.target.value })}
            />
            <TextField
              label="More, %"
              className="w-20"
              mono
              value={row.percent}
              error={problemOf(`hours.${at}.percent`)}
              onChange={(event) => set(at, { percent: event.target.value })}
            />
            <Button
              look="quiet"
              className="mt-6"
              aria-label={`Remove hour ${at + 1}`}
              onClick={() => onChange({ hours: draft.hours.filter((_, index) => index !== at) })}
            >
              Remove
            </Button>
          </li>
        ))}
      </ul>
      <Button
        look="quiet"
        onClick={() =>
          onChange({
            hours: [
              ...draft.hours,
              { label: '', days: [1, 2, 3, 4, 5], from: '18:00', to: '22:00', percent: '' },
            ],
          })
        }
      >
        Add an hour
      </Button>
    </Panel>
  );
}
