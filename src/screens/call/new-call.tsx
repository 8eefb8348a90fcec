'use client';

import { useRouter } from 'next/navigation';
import { type ReactNode, useEffect, useMemo, useState } from 'react';
import { parseLine } from '@/core/identify/line/parse-line';
import {
  type Correction,
  type Lexicon,
  type LineReading,
  lineLimit,
  type Names,
} from '@/core/identify/line/reading';
import { fold } from '@/core/identify/line/tokens';
import { isTyped, nobody, type PersonFacts } from '@/core/job/call-draft';
import type { KnownCar } from '@/core/job/known-car';
import { type CallFacts, factsOfLine } from '@/core/job/told-call';
import type { Result } from '@/core/kinds/result';
import type { DistanceUnit } from '@/core/kinds/units';
import { routeNames } from '@/core/programming/route';
import { Button } from '@/ui/button';
import { classNames } from '@/ui/class-names';
import { TextField } from '@/ui/field';
import { useHandedLine } from '@/ui/handed-line';
import { Notice } from '@/ui/notice';
import { Problems } from '@/ui/problems';
import { useUnsaved } from '@/ui/unsaved';
import { useSubmit } from '@/ui/use-submit';
import type { CallPreview } from '@/usecases/jobs/preview-call';
import { UnfinishedCalls } from '../parts/unfinished-calls';
import { type ChipName, chipFields } from './call-facts';
import { CandidatesTable } from './candidates-table';
import type { AlikeName } from './chip-editor';
import { Chips } from './chips';
import { FirstPrice } from './first-price';
import { KnownCars, type OnKnown, useKnownCars } from './known-cars';
import { PersonFields, sentPerson } from './person-fields';
import { Say } from './say';
import { useCallDraft } from './use-call-draft';
import { type OnWords, useCorrections, useLineNames, useNames } from './use-names';
import { type OnPreview, type PreviewState, usePreview, useTypedAt } from './use-preview';

interface NewCallProps {
  /** The names that the shop meets most; others are asked for as they are typed. */
  readonly met: Lexicon;
  readonly unit: DistanceUnit;
  readonly now: { readonly day: string; readonly hour: string };
  /** Whose device keeps what is typed. */
  readonly personId: string;
  readonly onNames: (data: unknown) => Promise<Names>;
  readonly onWords: OnWords;
  readonly onPreview: OnPreview;
  readonly onKnown: OnKnown;
  readonly onOpen: (data: unknown) => Promise<Result<{ number: number }>>;
}

/** One line in, chips that can be corrected, candidates and a first price beside it. */
export function NewCall({
  met,
  unit,
  now,
  personId,
  onNames,
  onWords,
  onPreview,
  onKnown,
  onOpen,
}: NewCallProps) {
  const router = useRouter();
  const [line, setLine] = useState('');
  useHandedLine((handed) => setLine(handed.slice(0, lineLimit)));
  const [byHand, setByHand] = useState<Partial<CallFacts>>({});
  const [person, setPerson] = useState(nobody);
  const [keyCode, setKeyCode] = useState('');
  const { lexicon, ask, add } = useNames(met, onNames);
  useLineNames(line, ask);
  const corrections = useCorrections(line, lexicon, now, onWords, add);
  const typedAt = useTypedAt(line, byHand);
  const reading = useMemo(
    () => parseLine(line, lexicon, now, corrections),
    [line, lexicon, now, corrections],
  );
  const told: PersonFacts = {
    ...person,
    vin: person.vin || (reading.vin?.value ?? ''),
    phone: person.phone || (reading.phone?.value ?? ''),
    placeDetail: person.placeDetail || (reading.street?.value ?? ''),
  };
  const [ofVin, setOfVin] = useState<CallPreview['vin']>(null);
  const sent = sentPerson(told);
  const facts: CallFacts = { ...withVin(factsOfLine(reading), sent.vin === null ? null : ofVin), ...byHand };
  const {
    preview,
    state,
    problems: previewProblems,
  } = usePreview(facts, sent.vin, keyCode.trim() !== '', onPreview, setOfVin, typedAt);
  const known = useKnownCars(sent.phone, sent.vin, onKnown);
  const takeCar = async (car: KnownCar) => {
    // Its names may be none of those that this page has.
    if (car.makeId !== null) await ask({ makes: true, modelsOf: car.makeId });
    setByHand((before) => ({
      ...before,
      makeId: car.makeId,
      modelId: car.modelId,
      carWords: car.modelId === null ? car.carWords : '',
      year: car.year,
      yearTo: null,
      ignition: car.ignition,
    }));
    setPerson((before) => ({
      ...before,
      name: before.name || (car.name ?? ''),
      vin: before.vin || (car.vin ?? ''),
    }));
  };
  const typed = {
    // What looks like a code is kept nowhere.
    line: reading.codes > 0 ? reading.safeText : line,
    byHand,
    person,
    facts,
    car: carWords(facts, lexicon),
  };
  const draft = useCallDraft(personId, typed, (kept) => {
    setLine(kept.line);
    setByHand(kept.byHand);
    setPerson(kept.person);
  });
  const submit = useSubmit(onOpen, { outlasts: true });
  const { send, pending, problems, problemOf, general } = submit;
  const { stopWaiting } = submit;
  // What waits is of the words that stood there: other words want another press.
  // biome-ignore lint/correctness/useExhaustiveDependencies: each of them is typed
  useEffect(stopWaiting, [line, byHand, person, keyCode]);
  const typing = !pending && isTyped(typed);
  // A key code is never kept on the device.
  useUnsaved(typing || keyCode.trim() !== '', draft.keeps && keyCode.trim() === '');

  const open = () =>
    send(
      {
        ...facts,
        ...sent,
        keyCode: keyCode.trim() || null,
        line: line.length > lineLimit ? line : reading.safeText,
        key: draft.id,
      },
      async ({ value }) => {
        await draft.end();
        router.push(`/jobs/${value.number}/identify`);
      },
    );

  const askedKeys = reading.problems.find(({ field }) => field === 'keys');
  const lineProblem = [...reading.problems, ...problems].find(
    ({ field }) =>
      field === 'line' ||
      field === 'year' ||
      field === 'model' ||
      (field === 'keys' && facts.wanted === null),
  );
  return (
    <main className="flex min-h-dvh flex-col">
      <form
        className="flex flex-1 flex-col"
        onSubmit={(event) => {
          event.preventDefault();
          open();
        }}
      >
        {/* On a phone the answer follows the line at once; beside it where there is room. */}
        <div className="grid flex-1 grid-cols-1 content-start lg:grid-cols-[minmax(0,1fr)_420px] lg:grid-rows-[auto_auto_auto_1fr]">
          <div className="flex flex-col gap-3 px-4 pt-4 lg:col-span-2">
            <h1 className="text-title font-semibold max-sm:sr-only">New call</h1>
            {!isTyped(typed) && (
              <UnfinishedCalls drafts={draft.others} onTakeUp={draft.takeUp} onRemove={draft.remove} />
            )}
            <LineField value={line} onChange={setLine} problem={lineProblem?.message} />
          </div>
          <div className="border-line bg-biscuit p-4 max-lg:border-y lg:col-start-2 lg:row-start-3 lg:border-t lg:border-l">
            <OfOlderWords state={state} shown={preview !== undefined}>
              <Say
                options={preview?.options ?? []}
                route={preview?.route}
                otherTime={preview?.otherTime}
                firstPrices={preview?.firstPrices ?? null}
                spare={preview?.spare ?? null}
                why={preview?.advice?.why}
                access={facts.access}
                currency={preview?.currency ?? 'USD'}
                locale={preview?.locale ?? 'en-US'}
                today={now.day}
              />
            </OfOlderWords>
          </div>
          <div className="flex flex-col gap-3 px-4 py-3 lg:col-span-2 lg:row-start-2">
            <Chips
              facts={facts}
              lexicon={lexicon}
              onAsk={ask}
              unit={unit}
              today={now.day}
              withKeys
              alike={alikeOf(reading, corrections, lexicon)}
              problemOf={(field) =>
                problemOf(field) ??
                previewProblems.find((problem) => problem.field === field)?.message ??
                (field === 'wanted' && facts.wanted === null ? askedKeys?.message : undefined)
              }
              stateOf={(chip) => chipStateOf(chip, byHand, reading, facts)}
              onChange={(change) => setByHand((before) => ({ ...before, ...change }))}
            />
            {facts.danger && <ShutIn />}
            <KnownCars cars={known} today={now.day} onTake={takeCar} />
            <NotUnderstood words={reading.unknown} codes={reading.codes} />
            <VinSays vin={ofVin} lexicon={lexicon} />
            {preview?.remarks.map((remark) => (
              <Notice key={remark} tone="ochre" said>
                {remark}
              </Notice>
            ))}
          </div>
          <div className="flex min-w-0 flex-col gap-4 border-t border-line p-4 lg:col-start-1 lg:row-span-2 lg:row-start-3">
            <OfOlderWords state={state} shown={preview !== undefined}>
              <WhatItTakes facts={facts} preview={preview} />
            </OfOlderWords>
          </div>
          <aside className="flex flex-col gap-4 border-line bg-biscuit p-4 max-lg:border-t lg:col-start-2 lg:row-start-4 lg:border-l lg:pt-0">
            <PersonFields
              value={told}
              problemOf={problemOf}
              onChange={(change) => setPerson((before) => ({ ...before, ...change }))}
            />
            <TextField
              label="Key code, if the customer has it"
              type="password"
              mono
              autoComplete="off"
              autoCapitalize="characters"
              maxLength={40}
              value={keyCode}
              hint="From the tag or the papers. Sealed with the job; shown only to those who may see it."
              error={problemOf('keyCode')}
              onChange={(event) => setKeyCode(event.target.value)}
            />
          </aside>
        </div>
        <div className="sticky bottom-14 z-10 flex flex-col gap-2 border-t border-line bg-biscuit p-3 sm:bottom-0 lg:items-end">
          <Problems problems={general} />
          {submit.waits && (
            <Notice tone="ochre" said>
              No connection. The call is kept here, and its job opens by itself once there is one.
            </Notice>
          )}
          {problemOf('carWords') && <Problems problems={[{ message: problemOf('carWords') ?? '' }]} />}
          <div className="grid grid-cols-2 gap-2 lg:w-[396px]">
            <Button type="submit" look="main" busy={pending} follows="Alt Enter">
              {pending ? 'Opening' : 'Open the job'}
            </Button>
            <Button
              follows="clears the line"
              onClick={() => {
                setLine('');
                setByHand({});
                setPerson(nobody);
                setKeyCode('');
                void draft.renew();
              }}
            >
              Start again
            </Button>
          </div>
        </div>
      </form>
    </main>
  );
}

/** Make, model and year in words. */
function carWords({ makeId, modelId, carWords: told, year }: CallFacts, { makes, models }: Lexicon): string {
  const make = makes.find(({ id }) => id === makeId)?.name;
  const model = models.find(({ id }) => id === modelId)?.name ?? told;
  return [make, model, year].filter(Boolean).join(' ');
}

/** What was worked out from older words is marked until what follows from the present ones is there. */
function OfOlderWords({
  state,
  shown,
  children,
}: {
  readonly state: PreviewState;
  /** Something older is shown. */
  readonly shown: boolean;
  readonly children: ReactNode;
}) {
  const older = state !== 'current' && shown;
  return (
    <div
      className={classNames(
        'relative flex flex-col gap-4',
        // Outside of the flow: what is read must not jump at each key.
        older && 'rounded-lg outline-2 outline-offset-4 outline-ochre outline-dashed',
      )}
    >
      {older && (
        <p
          className="absolute -top-4 right-0 rounded-md bg-ochre-wash px-2 text-small text-ochre"
          data-said={state === 'waiting' || undefined}
        >
          {state === 'waiting' ? 'No connection: of the words before' : 'Of the words before; working it out'}
        </p>
      )}
      {state !== 'current' && !shown && (
        <p className="text-small text-ochre" data-said={state === 'waiting' || undefined}>
          {state === 'waiting' ? 'No connection: the price follows once there is one.' : 'Working it out'}
        </p>
      )}
      {children}
    </div>
  );
}

function LineField({
  value,
  onChange,
  problem,
}: {
  value: string;
  onChange: (value: string) => void;
  problem: string | undefined;
}) {
  return (
    <div>
      <label htmlFor="line" className="sr-only">
        The caller's words in one line
      </label>
      <input
        id="line"
        // biome-ignore lint/a11y/noAutofocus: the page is this line; a call is typed at once
        autoFocus
        autoComplete="off"
        spellCheck={false}
        value={value}
        placeholder="Make, model, year, how it starts, keys, where, when"
        aria-describedby="line-note"
        aria-invalid={problem !== undefined}
        onChange={(event) => onChange(event.target.value)}
        className="min-h-14 w-full rounded-lg border-2 border-ink bg-biscuit px-4 text-ask aria-invalid:border-oxide"
      />
      <p id="line-note" className="mt-1.5 min-h-[18px] text-small text-oxide" data-said>
        {problem}
      </p>
    </div>
  );
}

/** What is said first where somebody is shut in. */
function ShutIn() {
  return (
    <Notice tone="oxide" said>
      <b>Somebody is shut in the car.</b> Say first: call the emergency services if it is hot, cold or anybody
      is unwell. The door is opened at once and before any papers; a key is made only with them.
    </Notice>
  );
}

function NotUnderstood({ words, codes }: { words: readonly string[]; codes: number }) {
  if (words.length === 0 && codes === 0) return null;
  return (
    <div className="flex flex-col gap-2">
      {words.length > 0 && (
        <p className="text-small break-words text-mute">
          Not understood: <span className="font-semibold text-ink">{words.slice(0, 24).join(', ')}</span>
          {words.length > 24 && ` and ${words.length - 24} more`}
        </p>
      )}
      {codes > 0 && (
        <Notice tone="ochre" said>
          {codes === 1 ? 'One word looks' : `${codes} words look`} like a key code or PIN and will not be kept
          with the line. A key code has a field of its own below.
        </Notice>
      )}
    </div>
  );
}

function WhatItTakes({ facts, preview }: { facts: CallFacts; preview: CallPreview | undefined }) {
  if (facts.modelId === null) {
    return <p className="text-mute">{whichModel(facts)}</p>;
  }
  if (!preview) return <p className="text-mute">Looking it up</p>;
  if (preview.candidates.length === 0)
    return <p className="text-mute">The library has no row for this model.</p>;
  const refused = preview.refused.length > 0;
  return (
    <>
      <section>
        <h2 className="mb-1 text-small font-semibold text-mute">What it takes</h2>
        <CandidatesTable candidates={preview.candidates} />
      </section>
      {preview.route ? (
        <FirstPrice
          options={preview.options}
          route={preview.route}
          firstPrices={preview.firstPrices}
          currency={preview.currency}
          locale={preview.locale}
          today={preview.today}
        />
      ) : null}
      {refused && (
        <Notice tone="ochre">
          <p className="font-semibold">
            {preview.route ? 'Only the dealer is left as told.' : 'No route is feasible as told.'}
          </p>
          {preview.refused.map(({ kind, fact, lift }) => (
            <p key={kind}>
              {routeNames[kind]}: {fact} {lift}
            </p>
          ))}
        </Notice>
      )}
    </>
  );
}

function whichModel({ carWords, makeId }: CallFacts): string {
  if (carWords)
    return `The library does not know “${carWords}”. Choose make and model above where it has them; else the job opens with these words and is priced by hand.`;
  return makeId
    ? 'Which model? The library then shows key, chip, blade and platform.'
    : 'The line begins anywhere: “Merrowdale, lost both, before six”.';
}

function chipStateOf(
  chip: ChipName,
  byHand: Partial<CallFacts>,
  reading: ReturnType<typeof parseLine>,
  facts: CallFacts,
) {
  if (chipFields[chip].some((field) => Object.hasOwn(byHand, field))) return 'corrected';
  // What the line does not say is of the VIN.
  if (chip === 'make' && facts.makeId !== null && !reading.make) return 'readAs';
  if ((chip === 'make' || chip === 'model') && reading[chip]?.how === 'similar') return 'readAs';
  return 'told';
}

/** Other names that a misspelt make or model may have been, the likeliest first. */
function alikeOf(
  reading: LineReading,
  corrections: readonly Correction[],
  lexicon: Lexicon,
): Partial<Record<ChipName, readonly AlikeName[]>> {
  const others = (kind: 'make' | 'model'): AlikeName[] => {
    const read = reading[kind];
    if (read?.how !== 'similar') return [];
    return corrections
      .filter((one) => one.kind === kind && one.id !== read.value && fold(one.word) === fold(read.words))
      .flatMap(({ id }) => lexicon[`${kind}s`].find((one) => one.id === id) ?? []);
  };
  return { make: others('make'), model: others('model') };
}

/** The make of the VIN where the line names none; its year and market count without being told. */
function withVin(facts: CallFacts, vin: CallPreview['vin']): CallFacts {
  return vin ? { ...facts, makeId: facts.makeId ?? vin.makeId } : facts;
}

/** What the VIN says, in a sentence; nothing where it says nothing. */
function VinSays({ vin, lexicon }: { readonly vin: CallPreview['vin']; readonly lexicon: Lexicon }) {
  const make = lexicon.makes.find(({ id }) => id === vin?.makeId)?.name;
  const parts = [make, vin?.market && `sold in ${vin.market}`, vin?.year && `model year ${vin.year}`].filter(
    Boolean,
  );
  return parts.length === 0 ? null : (
    <p className="text-small text-mute">
      The VIN says: <span className="font-semibold text-ink">{parts.join(', ')}</span>
    </p>
  );
}
