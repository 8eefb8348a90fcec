import { optionName } from '@/core/quote/option-kinds';
import type { SecondKey } from '@/core/quote/quote';
import { Panel } from '@/ui/panel';
import { percentWords, type Show } from './shown';

interface SecondKeyPanelProps {
  readonly secondKey: SecondKey;
  readonly lossPercent: number;
  readonly lossNote: string;
  readonly show: Show;
}

/** One more key now, in a visit of its own, and what a loss without it costs. */
export function SecondKeyPanel({ secondKey, lossPercent, lossNote, show }: SecondKeyPanelProps) {
  const { kind, nowMinor, laterMinor, lostMinor, expectedLossMinor } = secondKey;
  const saves = laterMinor === null ? null : laterMinor - nowMinor;
  return (
    <Panel title="A second key" note={optionName(kind)}>
      <dl className="grid gap-x-6 gap-y-2 sm:grid-cols-3">
        <Figure term="Now, in the same visit" value={`+${show(nowMinor)}`} />
        <Figure
          term="Later, with the whole wait again"
          value={laterMinor === null ? 'no route' : show(laterMinor)}
        />
        <Figure term="When the last key is lost" value={lostMinor === null ? 'no route' : show(lostMinor)} />
      </dl>
      <p className="mt-2 text-mute">
        {saves !== null && saves > 0 && `Taking it now saves ${show(saves)} against a later visit. `}
        {expectedLossMinor !== null &&
          `A loss is ${percentWords(lossPercent)} likely a year${lossNote ? ` (${lossNote})` : ''}: ${show(expectedLossMinor)} a year on average.`}
      </p>
    </Panel>
  );
}

function Figure({ term, value }: { term: string; value: string }) {
  return (
    <div>
      <dt className="text-small text-mute">{term}</dt>
      <dd className="font-mono text-ask font-bold">{value}</dd>
    </div>
  );
}
