'use client';

import { useState } from 'react';
import { type Application, applicationName } from '@/core/catalogue/application';
import { type Candidate, foldBelow } from '@/core/identify/posterior';
import { formatProbability } from '@/core/kinds/percent';
import { formatSpan } from '@/core/kinds/year-span';
import { Button } from '@/ui/button';
import { EditOutcome } from '@/ui/edit-outcome';
import { TextField } from '@/ui/field';
import type { JobRef } from '@/ui/job-ref';
import { Badge } from '@/ui/notice';
import { Lead } from '@/ui/panel';
import { Table, Td, Th, Tr } from '@/ui/table';
import { type EditAction, useEdit } from '@/ui/use-edit';

interface PlatformFacts {
  readonly slotsMaximum: number;
  readonly slotsMinimum: number;
  readonly count: string;
}

interface IdentifyProps {
  readonly job: JobRef;
  readonly candidates: readonly Candidate[];
  readonly platforms: Readonly<Record<string, PlatformFacts>>;
  readonly chosenId: string | null;
  readonly chosenReason: string | null;
  readonly carWords: string;
  readonly onChoose: EditAction;
}

const mostSideBySide = 3;
/** A space or dash at which a line is not broken. */
const keepTogether = (sign: string) => (sign === ' ' ? '\u00a0' : '\u2011');

/** The candidates side by side with what differs marked, and the choice of one with its reason. */
export function Identify({
  job,
  candidates,
  platforms,
  chosenId,
  chosenReason,
  carWords,
  onChoose,
}: IdentifyProps) {
  const likely = candidates.filter(({ probability }) => probability >= foldBelow);
  const [picked, setPicked] = useState<string>();
  const [written, setWritten] = useState<string>();
  const selected = picked ?? chosenId ?? likely[0]?.application.id ?? '';
  const reason = written ?? chosenReason ?? '';
  const [showAll, setShowAll] = useState(false);
  const edit = useEdit(onChoose, job);
  if (candidates.length === 0) return <NothingFound carWords={carWords} />;

  const shown = shownOf(showAll ? candidates : likely.slice(0, mostSideBySide), candidates, chosenId);
  const only = likely.length === 1;
  const preset = only ? 'The only candidate that fits what was told' : '';
  return (
    <>
      <Lead
        over={leadOver(chosenId, likely.length)}
        title={leadTitle(candidates, likely.length, chosenId)}
        reason={whatDiffers(shown)}
      >
        {!job.closed && (
          <form
            className="flex flex-wrap items-start gap-3"
            onSubmit={(event) => {
              event.preventDefault();
              edit.edit({ applicationId: selected, reason: reason.trim() || preset });
            }}
          >
            <TextField
              label="Why this one"
              className="min-w-64 flex-1"
              value={reason}
              placeholder={preset}
              maxLength={300}
              error={edit.problemOf('reason') ?? edit.problemOf('applicationId')}
              hint="The mark on the blade, the board number, the month on the door sticker."
              onChange={(event) => setWritten(event.target.value)}
            />
            <Button
              type="submit"
              look="main"
              className="mt-[22px]"
              disabled={edit.pending}
              follows={nameOf(candidates, selected)}
            >
              {chosenId === null ? 'Take this one' : 'Take this one instead'}
            </Button>
          </form>
        )}
      </Lead>
      <EditOutcome
        edit={edit}
        shownBeside={['reason', 'applicationId']}
        fields={[
          { field: 'applicationId', label: 'Candidate', show: (id) => nameOf(candidates, String(id)) },
          { field: 'reason', label: 'Why' },
        ]}
      />
      <FactsTable
        candidates={shown}
        platforms={platforms}
        selected={selected}
        onSelect={job.closed ? undefined : setPicked}
      />
      {candidates.length > shown.length && (
        <Button look="quiet" className="self-start" onClick={() => setShowAll(true)}>
          Show {candidates.length - shown.length} less likely
        </Button>
      )}
    </>
  );
}

function NothingFound({ carWords }: { carWords: string }) {
  return (
    <Lead
      title="The library has nothing for this car"
      reason={
        carWords
          ? `The caller's words are “${carWords}”. Choose make and model at Call, if the car goes by another name.`
          : 'Choose make and model at Call.'
      }
    />
  );
}

/** The candidates shown, with the chosen one among them whatever its rank. */
function shownOf(
  list: readonly Candidate[],
  all: readonly Candidate[],
  chosenId: string | null,
): readonly Candidate[] {
  if (chosenId === null || list.some(({ application }) => application.id === chosenId)) return list;
  const chosen = all.find(({ application }) => application.id === chosenId);
  return chosen ? [chosen, ...list] : list;
}

function leadOver(chosenId: string | null, likely: number): string {
  if (chosenId !== null) return 'Chosen';
  return likely === 1 ? 'One candidate' : `${likely} candidates, likeliest first`;
}

function leadTitle(candidates: readonly Candidate[], likely: number, chosenId: string | null): string {
  const chosen = candidates.find(({ application }) => application.id === chosenId);
  if (chosen) return nameOf(candidates, chosen.application.id);
  return likely === 1 ? 'Is it this one?' : 'Which of these is it?';
}

function nameOf(candidates: readonly Candidate[], id: string): string {
  const application = candidates.find((candidate) => candidate.application.id === id)?.application;
  return application ? `${applicationName(application)}, ${formatSpan(application.span)}` : 'not said';
}

interface Row {
  readonly label: string;
  readonly read: (application: Application, platform: PlatformFacts | undefined) => string;
  readonly mono?: boolean;
}

const rows: readonly Row[] = [
  { label: 'Market', read: ({ market }) => market },
  { label: 'Starts by', read: ({ ignition }) => (ignition === 'push' ? 'push' : 'turn-key') },
  {
    label: 'Keyway',
    read: ({ keyway }) =>
      `${keyway.name}, ${keyway.profile}, ${keyway.spaces} spaces, from the ${keyway.stop}`,
  },
  { label: 'Blank', read: ({ blank }) => blank, mono: true },
  { label: 'Chip', read: ({ chip }) => chip?.article ?? 'none', mono: true },
  { label: 'Mark', read: ({ chip }) => chip?.mark ?? 'no chip' },
  { label: 'Remote', read: ({ remote }) => remote?.article ?? 'none', mono: true },
  {
    label: 'Board',
    read: ({ remote }) =>
      remote
        ? `${remote.board.replaceAll(/[ -]/g, keepTogether)}, ${remote.buttons} buttons, ${remote.frequencyMhz} MHz`
        : 'none',
  },
  { label: 'Platform', read: ({ platform }) => platform },
  { label: 'Pocket', read: ({ pocket }) => pocket ?? 'none' },
  {
    label: 'Slots',
    read: (_, platform) =>
      platform && platform.slotsMaximum > 0
        ? `${platform.slotsMaximum} at most, ${platform.slotsMinimum} at least`
        : 'no memory for keys',
  },
];

function whatDiffers(candidates: readonly Candidate[]): string {
  const [first] = candidates;
  if (!first || candidates.length === 1) return 'Nothing else of the library fits as well.';
  const labels = rows
    .filter(({ read }) =>
      candidates.some(
        ({ application }) => read(application, undefined) !== read(first.application, undefined),
      ),
    )
    .map(({ label }) => label.toLowerCase());
  return labels.length === 0 ? 'They need the same key.' : `They differ in ${labels.join(', ')}.`;
}

interface FactsTableProps {
  readonly candidates: readonly Candidate[];
  readonly platforms: Readonly<Record<string, PlatformFacts>>;
  readonly selected: string;
  readonly onSelect: ((id: string) => void) | undefined;
}

function FactsTable({ candidates, platforms, selected, onSelect }: FactsTableProps) {
  const [first] = candidates;
  if (!first) return null;
  return (
    <Table label="Candidates">
      <thead>
        <Tr>
          <Th>
            <span className="sr-only">Fact</span>
          </Th>
          {candidates.map(({ application, probability }) => (
            <Th key={application.id} className="min-w-52 whitespace-normal">
              <label className="flex min-h-11 items-start gap-2">
                <input
                  type="radio"
                  name="candidate"
                  className="mt-0.5 size-5 flex-none accent-(--terra)"
                  checked={selected === application.id}
                  disabled={!onSelect}
                  onChange={() => onSelect?.(application.id)}
                />
                <span>
                  {applicationName(application)} <Badge tone="smalt">{formatProbability(probability)}</Badge>
                  <span className="block font-normal text-mute">{formatSpan(application.span)}</span>
                </span>
              </label>
            </Th>
          ))}
        </Tr>
      </thead>
      <tbody>
        {rows.map(({ label, read, mono }) => {
          const value = (application: Application) => read(application, platforms[application.platformId]);
          return (
            <Tr key={label}>
              <Th row>{label}</Th>
              {candidates.map(({ application }) => (
                <Td
                  key={application.id}
                  differs={value(application) !== value(first.application)}
                  className={mono ? 'font-mono' : ''}
                >
                  {value(application)}
                </Td>
              ))}
            </Tr>
          );
        })}
      </tbody>
    </Table>
  );
}
