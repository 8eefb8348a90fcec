import { isClone, methodOf, type RouteKind } from '@/core/programming/route';
import type { StockPiece, SupplierPrice } from '@/core/supply/supplier-prices';
import { cutBlades } from '../cut';
import { statedSum } from '../lines';
import type { OptionKind } from '../option-kinds';
import type { KeyState, QuoteRequest, QuoteSnapshot, QuoteWay } from '../quote';
import { type Sourced, sourceArticles, type Wanted } from '../source-articles';
import { programming } from '../work';
import {
  anyNew,
  type Draft,
  type DraftOrNot,
  learningWay,
  no,
  plainArticles,
  statedRisk,
  usedUp,
  wayNotes,
} from './draft';

const kinds = {
  shopOriginal: { supplier: 'original', grade: 'original', condition: 'new', words: 'original' },
  shopRefurbished: { supplier: 'used', grade: 'original', condition: 'refurbished', words: 'refurbished' },
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
  const { blank, remote, chip, equivalents } = snapshot.articles;
  const electronics = remote ?? chip;
  const serves = {
    stock: (piece: StockPiece) => piece.grade === grade && piece.condition === condition,
    prices: (price: SupplierPrice) => price.kind === supplier && price.condition === condition,
    words,
  };
  // For an original remote that lies in the van any blade blank that fits will do: the key is there today.
  const blade =
    kind === 'shopRefurbished' ||
    (kind === 'shopOriginal' && lies(electronics, request.keys, serves.stock, snapshot))
      ? {
          stock: (piece: StockPiece) => piece.condition === 'new',
          prices: (price: SupplierPrice) =>
            (price.kind === 'original' || price.kind === 'aftermarket') && price.condition === 'new',
          words: 'new',
        }
      : serves;
  const wanted: Wanted[] = [];
  if (electronics !== null)
    wanted.push({
      articles:
        kind === 'shopRefurbished'
          ? [electronics, ...equivalents.map(({ article }) => article)]
          : [electronics],
      pieces: request.keys,
      plain: remote ? plainArticles.remote : plainArticles.chip,
      ...serves,
    });
  if (learned.kind !== 'remote')
    wanted.push({ articles: [blank], pieces: request.keys, plain: plainArticles.blank, ...blade });
  const sourced = sourceArticles([...wanted, ...usedUp(learned.way, request.keys)], request, snapshot);
  if (!sourced.ok) return sourced;
  const other = equivalents.find(({ article }) => sourced.taken.includes(article));
  const tradeBlade = kind === 'shopOriginal' && sourced.aftermarket.includes(blank);
  return shopWork(kind, learned.kind, learned.way, sourced, request, snapshot, {
    notes: [
      ...(other ? [`${other.article} is an equivalent under another badge: ${other.note}.`] : []),
      ...(tradeBlade ? [`The blade ${blank} is aftermarket.`] : []),
    ],
    ...(tradeBlade && {
      about: 'A new remote made for the maker of the car, with a blade made for the trade.',
    }),
  });
}

function lies(
  article: string | null,
  pieces: number,
  serves: (piece: StockPiece) => boolean,
  { stock }: QuoteSnapshot,
): boolean {
  return stock.some((piece) => piece.article === article && serves(piece) && piece.pieces >= pieces);
}

/** A universal remote with a profile for the car's: of several the one that loses least, then the cheapest. */
export function universal(request: QuoteRequest, state: KeyState, snapshot: QuoteSnapshot): DraftOrNot {
  const { remote, blank, universals } = snapshot.articles;
  if (remote === null) return no('The key has no remote.');
  if (universals.length === 0) return no(`No universal remote has a profile for ${remote}.`);
  const learned = learningWay(state);
  if ('reason' in learned) return no(learned.reason);
  const sourcedAs = ({ article }: { readonly article: string }) =>
    sourceArticles(
      [
        anyNew(article, request.keys, plainArticles.universal),
        ...(learned.kind === 'remote' ? [] : [anyNew(blank, request.keys, plainArticles.blank)]),
        ...usedUp(learned.way, request.keys),
      ],
      request,
      snapshot,
    );
  const tried = universals.map((one) => ({ ...one, sourced: sourcedAs(one) }));
  const found = tried
    .flatMap(({ article, lost, sourced }) =>
      sourced.ok ? [{ article, lost, sourced, minor: statedSum(sourced.lines) }] : [],
    )
    .sort((a, b) => a.lost.length - b.lost.length || a.minor - b.minor || (a.article < b.article ? -1 : 1));
  const [best, ...others] = found;
  if (!best) return no(tried.map(({ sourced }) => (sourced.ok ? '' : sourced.reason))[0] ?? '');
  const less = others.find(({ minor }) => minor < best.minor);
  return shopWork('shopUniversal', learned.kind, learned.way, best.sourced, request, snapshot, {
    notes: [
      best.lost.length > 0
        ? `The customer loses: ${best.lost.join(', ')}.`
        : 'No function of the remote is lost.',
      ...(less ? [`${less.article} costs less and loses ${less.lost.join(', ')}.`] : []),
    ],
    lost: best.lost,
    ...(best.lost.length > 0 && { about: 'A new remote that is written for your car.' }),
  });
}

export function copy(request: QuoteRequest, state: KeyState, snapshot: QuoteSnapshot): DraftOrNot {
  const clones = (Object.keys(state.ways) as RouteKind[]).filter(isClone);
  if (clones.length === 0) return no('Keys of this platform cannot be copied.');
  const open = [state.route, ...clones].find((kind) => isClone(kind) && state.ways[kind]?.refused === null);
  const way = open && state.ways[open];
  if (!way) return no(state.ways[clones[0] as RouteKind]?.refused ?? 'No copy can be made.');
  const { blank, chip, remote, functions = [] } = snapshot.articles;
  const ontoRemote = methodOf(open)?.ontoRemote;
  const electronics = ontoRemote ? (remote ?? chip) : (chip ?? remote);
  const sourced = sourceArticles(
    [
      anyNew(blank, request.keys, plainArticles.blank),
      ...(electronics === null
        ? []
        : [
            anyNew(
              electronics,
              request.keys,
              electronics === remote ? plainArticles.remote : plainArticles.chip,
            ),
          ]),
    ],
    request,
    snapshot,
  );
  if (!sourced.ok) return sourced;
  const bare = remote !== null && electronics !== remote;
  return shopWork('shopClone', open, way, sourced, request, snapshot, {
    notes: [
      'The car sees two keys as one; no slot is used.',
      ...(bare ? ['The copy starts the car and has no remote.'] : []),
    ],
    lost: bare ? functions : [],
  });
}

/** A chip that can be set to be one of several kinds, in place of the one the platform names. */
export function multiTypeChip(request: QuoteRequest, state: KeyState, snapshot: QuoteSnapshot): DraftOrNot {
  const { remote, chip, blank, multiTypes = [] } = snapshot.articles;
  if (remote !== null) return no('The chip of this key sits in its remote.');
  if (chip === null) return no('The key has no chip.');
  if (multiTypes.length === 0) return no(`No multi-type chip can be set as ${chip}.`);
  const learned = learningWay(state);
  if ('reason' in learned) return no(learned.reason);
  const sourced = sourceArticles(
    [
      {
        ...anyNew('', request.keys, plainArticles.chip),
        articles: multiTypes.map(({ article }) => article),
        ownRecord: true,
      },
      anyNew(blank, request.keys, plainArticles.blank),
      ...usedUp(learned.way, request.keys),
    ],
    request,
    snapshot,
  );
  if (!sourced.ok) return sourced;
  const taken = multiTypes.find(({ article }) => sourced.taken.includes(article));
  return shopWork('shopMultiType', learned.kind, learned.way, sourced, request, snapshot, {
    notes: [`${taken?.article} stands in for ${chip}: ${taken?.setting}.`],
  });
}

/** What the shop does where it brings the articles. */
function shopWork(
  kind: OptionKind,
  route: RouteKind,
  way: QuoteWay,
  sourced: Sourced,
  request: QuoteRequest,
  snapshot: QuoteSnapshot,
  said: Pick<Draft, 'notes' | 'lost' | 'about'>,
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
    ...said,
    notes: [...said.notes, ...sourced.notes, ...(cut?.notes ?? []), ...wayNotes(way)],
    stale: sourced.stale,
  };
}
