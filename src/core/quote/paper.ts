import type { OwnTexts } from '@/core/kinds/firm';
import { formatDay, type LocalDay } from '@/core/kinds/local-time';
import { missingSays } from '@/core/programming/key-count';
import { moreKeysNote } from '@/core/programming/keys-at-least';
import {
  isClone,
  learnsKey,
  makesKey,
  methodOf,
  type RouteKind,
  routeNames,
  routeWord,
} from '@/core/programming/route';
import type { Trip } from '@/core/travel/trip';
import { laterCharges } from './bargain';
import { lostSays } from './lost-functions';
import { type OptionKind, optionName, sourcingOptions } from './option-kinds';
import { tripOf, wantsPapers } from './options';
import { askedOf } from './priced';
import type { Available, KeyState, Payee, Quote, QuoteOption, QuoteRequest, QuoteSnapshot } from './quote';
import { tripLines } from './trip-lines';

export interface PaperLine {
  readonly label: string;
  readonly payee: Payee;
  readonly netMinor: number;
  readonly taxMinor: number;
}

export interface PaperOption {
  readonly kind: OptionKind;
  readonly name: string;
  readonly lines: readonly PaperLine[];
  readonly netMinor: number;
  readonly taxMinor: number;
  readonly totalMinor: number;
  readonly depositMinor: number;
  readonly earliestOn: LocalDay;
  readonly p80On: LocalDay;
  /** Null on quotes from before it was reckoned. */
  readonly comebackPercent: number | null;
  readonly warrantyMonths: number | null;
  /** What it means in plain words. */
  readonly notes: readonly string[];
  /** What the customer does without, in his words; papers of earlier times do not say it. */
  readonly lost?: string | null;
}

/** What a quote says on paper and by link: in plain words, and never changed once it is made. */
export interface QuotePaper {
  readonly car: string;
  readonly work: string;
  readonly keys: number;
  readonly currency: string;
  readonly taxIncluded: boolean;
  readonly chosen: PaperOption;
  readonly alternatives: readonly PaperOption[];
  readonly furtherKeyMinor: number | null;
  readonly included: readonly string[];
  readonly notIncluded: readonly string[];
  /** What must be shown at the car; null where nothing is opened or programmed. */
  readonly authority: string | null;
  readonly terms: readonly PaperTerm[];
  readonly cautions: readonly string[];
  /** What the keys that the customer has do afterwards; papers of earlier times do not say it. */
  readonly kept?: readonly string[];
}

/** A condition with the amount it carries, where there is one. */
export interface PaperTerm {
  readonly words: string;
  readonly minor: number | null;
}

const noTexts = { included: [], notIncluded: [], terms: [], cautions: [] };

/**
 * The paper of a quote with one option offered and up to two others beside it: the unbeaten ones, cheapest first.
 * @param own what the shop says beside: it takes nothing of ours away
 */
export function paperOf(
  offered: OptionKind,
  {
    request,
    snapshot,
    options,
  }: Pick<Quote, 'options'> & {
    readonly request: QuoteRequest;
    readonly snapshot: QuoteSnapshot;
  },
  car: string,
  own: Omit<OwnTexts, 'handover' | 'message'> = noTexts,
): QuotePaper | undefined {
  const available = options.filter((one): one is Available => one.available);
  const chosen = available.find(({ kind }) => kind === offered);
  if (!chosen) return undefined;
  const others = available
    .filter(({ kind, worseThan, answers }) => kind !== offered && worseThan === null && answers)
    .sort((a, b) => a.totalMinor - b.totalMinor)
    .slice(0, 2);
  return {
    car,
    work: workWords(chosen, request),
    keys: chosen.keys ?? request.keys,
    currency: snapshot.currency,
    taxIncluded: snapshot.rules.taxIncluded,
    chosen: onPaper(chosen, snapshot),
    alternatives: others.map((other) => onPaper(other, snapshot)),
    furtherKeyMinor: chosen.furtherKeyMinor,
    included: [...includedIn(chosen, tripOf(chosen, snapshot)), ...own.included],
    notIncluded: [
      'Faults found in locks, wiring or modules.',
      'Waiting that the customer causes.',
      ...(chosen.visit === null ? ['A visit to the car.'] : []),
      ...own.notIncluded,
    ],
    authority: wantsPapers(chosen)
      ? 'The person, a photo identity, and the registration or another proof of the right to the car, together with the plate. Without them no work is done; local law and the shop’s own rules prevail.'
      : null,
    terms: [...termsOf(chosen, request, snapshot), ...own.terms.map((words) => ({ words, minor: null }))],
    cautions: [
      ...(makesKey(chosen.route) ? moreKeysNote(request) : []),
      ...cautionsOf(chosen, askedOf(chosen.kind, request, snapshot).state, snapshot),
      ...own.cautions,
    ],
    kept: keptWords(chosen, askedOf(chosen.kind, request, snapshot).state, snapshot),
  };
}

/** What becomes of the keys that are at hand. */
function keptWords(
  { route, kind }: Available,
  now: KeyState,
  { now: { allKeysLost } }: QuoteSnapshot,
): string[] {
  if (kind === 'shopOpens' || kind === 'shopByHand' || allKeysLost) return [];
  if (!sourcingOptions[kind].newKey) return ['Your other keys are not touched.'];
  return erasesKeys(route, now)
    ? ['Your keys that are at the car are learned again, and work afterwards.']
    : ['The keys that you have go on working as they do now.'];
}

/** Whether keys that are not there stop working. */
function erasesKeys(route: RouteKind, now: KeyState): boolean {
  return (now.ways[route]?.keysAgain ?? 0) > 0 || methodOf(route)?.purpose === 'erase';
}

function workWords({ route, kind, keys: own }: Available, { keys: asked, repairs }: QuoteRequest): string {
  const keys = own ?? asked;
  if (kind === 'shopOpens') return 'Opening the locked car';
  if (kind === 'shopByHand') return 'As written below';
  if (!sourcingOptions[kind].newKey) return `Repair of ${repairs > 1 ? `${repairs} keys` : 'a key'}`;
  return `${keys} new ${keys === 1 ? 'key' : 'keys'}: ${routeWord(route)}`;
}

function onPaper(option: Available, { articles }: QuoteSnapshot): PaperOption {
  const { kind, lines, netMinor, taxMinor, totalMinor, depositMinor, earliestOn, p80On } = option;
  return {
    kind,
    name: optionName(kind),
    lines: plainLines(lines),
    netMinor,
    taxMinor,
    totalMinor,
    depositMinor,
    earliestOn,
    p80On,
    comebackPercent: option.comeback.percent,
    warrantyMonths: option.warrantyMonths,
    notes: plainWords(option),
    lost: lostSays(option.lost ?? [], articles.functions ?? []),
  };
}

/** Lines in the customer's words, without our own codes; what then reads alike is one line. */
function plainLines(lines: Available['lines']): PaperLine[] {
  const found = new Map<string, PaperLine>();
  for (const { label, plain = label, payee, netMinor, taxMinor } of lines) {
    const before = found.get(`${payee} ${plain}`);
    found.set(`${payee} ${plain}`, {
      label: plain,
      payee,
      netMinor: netMinor + (before?.netMinor ?? 0),
      taxMinor: taxMinor + (before?.taxMinor ?? 0),
    });
  }
  return [...found.values()];
}

/** @example readyWords(option, '2027-03-03') // 'Thu 4 Mar, four in five by Mon 8 Mar' */
export function readyWords(
  { earliestOn, p80On }: Pick<PaperOption, 'earliestOn' | 'p80On'>,
  today: LocalDay | '' = '',
): string {
  const from = formatDay(earliestOn, today);
  return p80On === earliestOn ? from : `${from}, four in five by ${formatDay(p80On, today)}`;
}

/** @example comebackWords({ comebackPercent: 2 }) // 'comebacks: 2 in 100' */
export function comebackWords({ comebackPercent }: Pick<PaperOption, 'comebackPercent'>): string | null {
  return comebackPercent === null
    ? null
    : `comebacks: ${comebackPercent === 0 ? 'under 1' : comebackPercent} in 100`;
}

/** A line's label with who is paid, where that is not the shop. */
export function payeeLabel({ label, payee }: Pick<PaperLine, 'label' | 'payee'>): string {
  const names = { shop: null, seller: 'the seller', dealer: 'the dealer' };
  return names[payee] === null ? label : `${label} (to ${names[payee]})`;
}

/** Who brings the key, what may go wrong and who bears it, for somebody who has never heard of a transponder. */
function plainWords({ kind, comeback, warrantyMonths, about }: Available): string[] {
  const bears = {
    shop: `We make it good at no cost for ${warrantyMonths} months.`,
    customer: 'If it does not work you pay for the second try.',
    dealer: 'The dealer makes it good.',
  };
  // A door that is open stays open: nobody has anything to make good.
  return [about ?? sourcingOptions[kind].about, ...(kind === 'shopOpens' ? [] : [bears[comeback.bornBy]])];
}

function includedIn({ lines, visit, kind, route }: Available, trip: Trip | null): string[] {
  if (kind === 'shopByHand')
    return ['What stands in the lines.', ...(visit && trip ? [`The trip to ${trip.to} and back.`] : [])];
  const has = (part: string) => lines.some((line) => line.part === part && line.payee === 'shop');
  return [
    ...(has('article') ? ['The key with all its parts.'] : []),
    ...(has('cutting') ? ['Cutting the blade.'] : []),
    ...(kind === 'shopOpens' ? ['Opening the car.'] : []),
    ...(has('programming') && sourcingOptions[kind].newKey
      ? [
          route === 'noProgramming'
            ? 'Finding the step of the pellet, and proving every key.'
            : 'Programming, and proving every key and function.',
        ]
      : []),
    ...lines.filter(({ part }) => part === 'works').map(({ label }) => `${label}.`),
    ...(has('licences') ? ['Fees for codes and programs.'] : []),
    ...(visit && trip ? [`The trip to ${trip.to} and back.`] : []),
  ];
}

function termsOf(chosen: Available, request: QuoteRequest, snapshot: QuoteSnapshot): PaperTerm[] {
  const { rules, account } = snapshot;
  const tripMinor = tripLines(tripOf(chosen, snapshot), request.book, rules)[0]?.statedMinor ?? 0;
  const later = laterCharges(snapshot, tripMinor);
  return [
    ...(chosen.depositMinor > 0
      ? [{ words: 'Paid ahead, as a part of the total, when the key is ordered', minor: chosen.depositMinor }]
      : []),
    ...(account ? [{ words: `Paid within ${account.paysInDays} days, on account`, minor: null }] : []),
    ...(chosen.visit && rules.cancellationMinor > 0
      ? [
          {
            words: `Cancelled less than ${later.cancellationHours} hours before the time agreed`,
            minor: later.cancellationMinor,
          },
        ]
      : []),
    ...(chosen.visit && rules.noShowMinor > 0
      ? [{ words: 'Nobody at the car, or no papers, with the trip', minor: later.noShowMinor }]
      : []),
  ];
}

function cautionsOf({ route, lines }: Available, now: KeyState, { articles }: QuoteSnapshot): string[] {
  const erases = erasesKeys(route, now);
  return [
    ...(erases ? [] : missingWords(now, route)),
    ...(erases ? ['Keys that are not at the car stop working; have all of them with you.'] : []),
    ...(isClone(route) ? ['Keep the two keys apart near the car.'] : []),
    ...(articles.remote !== null && lines.some(({ part }) => part === 'article')
      ? ['The coin cell inside is dangerous to small children: keep it away from them.']
      : []),
    'The car stands safely, parked, with its brake set.',
  ];
}

/** That keys nobody can show go on starting the car, after a spare as after an AKL that adds. */
function missingWords({ missing, allKeysLost }: QuoteSnapshot['now'], route: RouteKind): string[] {
  if (!missing)
    return allKeysLost && learnsKey(route) ? ['Lost keys still start the car until they are erased.'] : [];
  if (missing.high === 0) return [];
  return [
    route === 'noProgramming'
      ? `${missingSays(missing, 'still fits', 'still fit')} the locks of this car.`
      : `${missingSays(missing, 'still starts', 'still start')} the car until an erase.`,
  ];
}

/** What a quote from before the paper was frozen says, so that it stays as it was. */
export function earlierPaper(
  offered: OptionKind,
  frozen: {
    readonly request: { readonly route: RouteKind; readonly keys: number };
    readonly snapshot: { readonly currency: string };
    readonly options: readonly EarlierOption[];
    readonly car: string;
  },
): QuotePaper | undefined {
  const found = frozen.options.filter(
    (one): one is Extract<EarlierOption, { available: true }> => one.available,
  );
  const chosen = found.find(({ kind }) => kind === offered);
  if (!chosen) return undefined;
  const paper = (one: Extract<EarlierOption, { available: true }>): PaperOption => ({
    kind: one.kind,
    name: optionName(one.kind),
    lines: one.lines,
    netMinor: one.netMinor,
    taxMinor: one.taxMinor,
    totalMinor: one.totalMinor,
    depositMinor: 0,
    earliestOn: one.drivesOn,
    p80On: one.drivesOn,
    comebackPercent: null,
    warrantyMonths: null,
    notes: one.notes,
  });
  return {
    car: frozen.car,
    work: `${routeNames[frozen.request.route]}, ${frozen.request.keys} new ${frozen.request.keys === 1 ? 'key' : 'keys'}`,
    keys: frozen.request.keys,
    currency: frozen.snapshot.currency,
    taxIncluded: false,
    chosen: paper(chosen),
    alternatives: found
      .filter(({ kind }) => kind !== offered)
      .slice(0, 2)
      .map(paper),
    furtherKeyMinor: chosen.furtherKeyMinor,
    included: [],
    notIncluded: ['Faults found in locks, wiring or modules.', 'Waiting that the customer causes.'],
    authority:
      frozen.request.route === 'noProgramming' || frozen.request.route === 'repair'
        ? null
        : 'The person, a photo identity, and the registration or another proof of the right to the car, together with the plate.',
    terms: [],
    cautions: [],
  };
}

type EarlierOption =
  | {
      readonly kind: OptionKind;
      readonly available: true;
      readonly lines: readonly PaperLine[];
      readonly netMinor: number;
      readonly taxMinor: number;
      readonly totalMinor: number;
      readonly furtherKeyMinor: number | null;
      readonly drivesOn: LocalDay;
      readonly notes: readonly string[];
    }
  | Extract<QuoteOption, { available: false }>;

/** One thing in which two versions of a quote differ, with amounts in minor units or plain words. */
export interface PaperChange {
  readonly what: string;
  readonly from: string | number | null;
  readonly to: string | number | null;
}

/** What a later version of a quote changed: option, total, lines, days, keys. Numbers are amounts. */
export function paperChanges(before: QuotePaper, after: QuotePaper): PaperChange[] {
  const changes: PaperChange[] = [];
  const dayOf = (day: LocalDay) => formatDay(day, '');
  const note = (what: string, from: PaperChange['from'], to: PaperChange['to']) => {
    if (from !== to) changes.push({ what, from, to });
  };
  note('Car', before.car, after.car);
  note('Work', before.work, after.work);
  note('Option', before.chosen.name, after.chosen.name);
  note('Total', before.chosen.totalMinor, after.chosen.totalMinor);
  note('Ready at the earliest', dayOf(before.chosen.earliestOn), dayOf(after.chosen.earliestOn));
  note('Four in five by', dayOf(before.chosen.p80On), dayOf(after.chosen.p80On));
  note('Tax', before.chosen.taxMinor, after.chosen.taxMinor);
  const labels = new Set([...before.chosen.lines, ...after.chosen.lines].map(({ label }) => label));
  const netOf = ({ chosen }: QuotePaper, label: string) => {
    const lines = chosen.lines.filter((one) => one.label === label);
    return lines.length === 0 ? null : lines.reduce((sum, one) => sum + one.netMinor, 0);
  };
  for (const label of labels) note(label, netOf(before, label), netOf(after, label));
  return changes;
}
