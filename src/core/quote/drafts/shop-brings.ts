import { isClone, methodOf, type RouteKind } from '@/core/programming/route';
import type { StockPiece, SupplierPrice } from '@/core/supply/supplier-prices';
import { cutBlades } from '../cut';
import type { OptionKind } from '../option-kinds';
import type { KeyState, QuoteRequest, QuoteSnapshot, QuoteWay } from '../quote';
import { type Sourced, sourceArticles, type Wanted } from '../source-articles';
import { programming } from '../work';
import { anyNew, type DraftOrNot, learningWay, no, statedRisk, usedUp, wayNotes } from './draft';

const kinds = {
  shopOriginal: { supplier: 'original', grade: 'original', condition: 'new', words: 'original' },
  shopReset: { supplier: 'used', grade: 'original', condition: 'reset', words: 'reset' },
  shopAftermarket: { supplier: 'aftermarket', grade: 'aftermarket', condition: 'new', words: 'aftermarket' },
} as const;

export function shopSupplies(
  kind: keyof typeof kinds,
  request: QuoteRequest,
  state: KeyState,
  snapshot: QuoteSnapshot,
): DraftOrNot {
  const learned = learningWay(state);
  if ('reason' in learned) return no(learned.reason);
  const { supplier, grade, condition, words } = kinds[kind];
  const { blank, remote, chip, equals } = snapshot.articles;
  const electronics = remote ?? chip;
  const serves = {
    stock: (piece: StockPiece) => piece.grade === grade && piece.condition === condition,
    prices: (price: SupplierPrice) => price.kind === supplier && price.condition === condition,
    words,
  };
  const plain =
    kind === 'shopReset'
      ? {
          stock: (piece: StockPiece) => piece.condition === 'new',
          prices: (price: SupplierPrice) => price.kind === 'original' || price.kind === 'aftermarket',
          words: 'new',
        }
      : serves;
  const wanted: Wanted[] = [];
  if (electronics !== null)
    wanted.push({
      articles: kind === 'shopReset' ? [electronics, ...equals.map(({ article }) => article)] : [electronics],
      pieces: request.keys,
      ...serves,
    });
  if (learned.kind !== 'remote') wanted.push({ articles: [blank], pieces: request.keys, ...plain });
  const sourced = sourceArticles([...wanted, ...usedUp(learned.way, request.keys)], request, snapshot);
  if (!sourced.ok) return sourced;
  const other = equals.find(({ article }) => sourced.taken.includes(article));
  return shopWork(kind, learned.kind, learned.way, sourced, request, snapshot, [
    ...(other ? [`${other.article} is an equal under another badge: ${other.note}.`] : []),
  ]);
}

export function universal(request: QuoteRequest, state: KeyState, snapshot: QuoteSnapshot): DraftOrNot {
  const { remote, blank, universals } = snapshot.articles;
  if (remote === null) return no('The key has no remote.');
  if (universals.length === 0) return no(`No universal remote has a profile for ${remote}.`);
  const learned = learningWay(state);
  if ('reason' in learned) return no(learned.reason);
  const sourced = sourceArticles(
    [
      {
        ...anyNew('', request.keys),
        articles: universals.map(({ article }) => article),
        words: 'new',
      },
      ...(learned.kind === 'remote' ? [] : [anyNew(blank, request.keys)]),
      ...usedUp(learned.way, request.keys),
    ],
    request,
    snapshot,
  );
  if (!sourced.ok) return sourced;
  const taken = universals.find(({ article }) => sourced.taken.includes(article));
  return shopWork('shopUniversal', learned.kind, learned.way, sourced, request, snapshot, [
    taken && taken.lost.length > 0
      ? `The customer loses: ${taken.lost.join(', ')}.`
      : 'No function of the remote is lost.',
  ]);
}

export function copy(request: QuoteRequest, state: KeyState, snapshot: QuoteSnapshot): DraftOrNot {
  const clones = (Object.keys(state.ways) as RouteKind[]).filter(isClone);
  if (clones.length === 0) return no('Keys of this platform cannot be copied.');
  const open = [state.route, ...clones].find((kind) => isClone(kind) && state.ways[kind]?.refused === null);
  const way = open && state.ways[open];
  if (!way) return no(state.ways[clones[0] as RouteKind]?.refused ?? 'No copy can be made.');
  const { blank, chip, remote } = snapshot.articles;
  const ontoRemote = methodOf(open)?.ontoRemote;
  const electronics = ontoRemote ? (remote ?? chip) : (chip ?? remote);
  const sourced = sourceArticles(
    [anyNew(blank, request.keys), ...(electronics === null ? [] : [anyNew(electronics, request.keys)])],
    request,
    snapshot,
  );
  if (!sourced.ok) return sourced;
  return shopWork('shopClone', open, way, sourced, request, snapshot, [
    'The car sees two keys as one; no slot is used.',
    ...(remote !== null && !ontoRemote ? ['The copy starts the car and has no remote.'] : []),
  ]);
}

/** What the shop does where it brings the articles. */
function shopWork(
  kind: OptionKind,
  route: RouteKind,
  way: QuoteWay,
  sourced: Sourced,
  request: QuoteRequest,
  snapshot: QuoteSnapshot,
  notes: readonly string[],
): DraftOrNot {
  const { rules } = snapshot;
  const work = programming(route, way, request.keys, request.book, rules);
  const cut = route === 'remote' ? undefined : cutBlades(request.keys, request.book, snapshot);
  if (cut && !cut.ok) return cut;
  const articles = sourced.costs.reduce((total, { minor }) => total + minor, 0);
  return {
    ok: true,
    route,
    lines: [...sourced.lines, ...(cut?.lines ?? []), ...work.lines],
    others: [],
    costs: [...sourced.costs, ...(cut?.costs ?? []), ...work.costs],
    parcels: [...sourced.parcels, ...(cut?.parcel ? [cut.parcel] : [])],
    ordered: sourced.ordered || cut?.parcel != null,
    visit: {
      workMinutes: work.minutes + (cut?.minutes ?? 0),
      waitMinutes: work.waitMinutes,
      p80Minutes: work.p80Minutes + (cut?.minutes ?? 0),
    },
    shopMinutes: 0,
    sources: sourced.sources,
    risk: isClone(route)
      ? { basisPoints: statedRisk.copied, rests: 'comebacks of copies, stated 2 %' }
      : { basisPoints: statedRisk.learned, rests: 'comebacks of the work, stated 1.5 %' },
    bornBy: (rules.warrantyMonths[kind] ?? 0) > 0 ? 'shop' : 'customer',
    againMinor: (sourced.warrantyMonths ?? 0) > 0 ? 0 : Math.round(articles / request.keys),
    againCustomerMinor: null,
    reserves: sourced.reserves,
    notes: [...notes, ...sourced.notes, ...(cut?.notes ?? []), ...wayNotes(way)],
    stale: sourced.stale,
  };
}
