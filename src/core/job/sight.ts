import type { QuestionGiven } from '@/core/identify/gathered-facts';
import { askingOf, type Sight, type Stand } from '@/core/identify/sight';
import { emptyLog } from './events/log';
import { authorityStage, type Call, type Job } from './job';

/**
 * What can be looked at for a job now. Whoever has recorded person and papers, a count or an attempt stands at the car;
 * before that the caller is on the phone, unless the person says otherwise.
 */
export function sightOf(
  {
    keys,
    call,
    authority,
    log,
  }: Pick<Job, 'keys' | 'authority' | 'log'> & {
    readonly call: Pick<Call, 'why' | 'access'>;
  },
  stand?: Stand,
): Sight {
  const brought = keys.filter(({ madeHere }) => !madeHere);
  // Keys in a locked car are in nobody's hand until it is open.
  const inside = call.why === 'keysInside' && log.doors.length === 0;
  const inHand = !inside && brought.some(({ presence }) => presence === 'here');
  const gone = brought.length > 0 || call.why === 'lost' || call.why === 'stolen';
  const there =
    authorityStage(authority) === 'onSite' || log.countBefore !== undefined || log.attempts.length > 0;
  return {
    stand: stand ?? (there ? 'car' : 'phone'),
    key: !inHand && gone ? 'remembered' : 'inHand',
    access: call.access,
  };
}

/** What a caller told of the remote, as an answer that counts as far as a key in hand, or memory, is to be relied on. */
export function toldOfKey(
  buttons: number | null | undefined,
  keys: Job['keys'],
  call: Pick<Call, 'why' | 'access'>,
): QuestionGiven[] {
  if (buttons === null || buttons === undefined) return [];
  const sight = sightOf({ keys, call, authority: [], log: emptyLog }, 'phone');
  const reliability = askingOf('buttons', sight)?.reliability;
  return [{ kind: 'buttons', answer: 'seen', value: String(buttons), reliability }];
}
