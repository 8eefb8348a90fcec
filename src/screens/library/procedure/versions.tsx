'use client';

import { useState } from 'react';
import { differences } from '@/core/procedure/document/differences';
import { SelectField } from '@/ui/field';
import { Panel } from '@/ui/panel';
import type { ProcedureView } from '@/usecases/library/procedures';
import { DifferenceList } from './difference-list';

/** The versions that ever stood, and what differs between two of them. */
export function Versions({ view: { versions } }: { readonly view: ProcedureView }) {
  const [latest, before] = versions;
  const [from, setFrom] = useState(String((before ?? latest)?.version ?? ''));
  const [to, setTo] = useState(String(latest?.version ?? ''));
  if (!latest || !before)
    return (
      <Panel title="Versions">
        <p className="text-mute">This is its only version so far.</p>
      </Panel>
    );
  const body = (version: string) =>
    versions.find((one) => String(one.version) === version)?.body ?? latest.body;
  const choices = versions.map(({ version }) => ({ value: String(version), label: `version ${version}` }));
  return (
    <Panel title="Versions" note="A version that was used stands for what it stood for.">
      <div className="flex flex-wrap gap-3">
        <SelectField label="From" value={from} choices={choices} onChange={setFrom} />
        <SelectField label="To" value={to} choices={choices} onChange={setTo} />
      </div>
      <div data-said>
        <DifferenceList found={differences(body(from), body(to))} />
      </div>
    </Panel>
  );
}
