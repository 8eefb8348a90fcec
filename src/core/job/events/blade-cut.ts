import { type EventKind, refuse } from './event-kind';
import type { BladeCut } from './log';

/** A blade was cut to a bitting of the job, by the shop or by others. */
export const bladeCut: EventKind<BladeCut> = {
  apply(log, made) {
    if (log.cuts.some(({ cutId }) => cutId === made.cutId)) return refuse('This cut is recorded already.');
    if (made.where === 'ordered' && made.piece !== null)
      return refuse('A blade that others cut is none of the van’s blanks.');
    if (made.again !== null && !log.cuts.some(({ cutId }) => cutId === made.again))
      return refuse('There is no such blade to cut again.');
    if (made.again !== null && made.piece !== null) return refuse('Cutting again takes no new blank.');
    return { ok: true, log: { ...log, cuts: [...log.cuts, made] } };
  },
  purposes: ({ where }) => [cutPurpose[where]],
  refusal({ bittingId, where, again }, { secretIds, heldBlank }) {
    if (!secretIds.has(bittingId)) return 'Choose a bitting that is kept with the job.';
    return heldBlank && where !== 'ordered' && again === null
      ? 'The blank is held back until it was learned: a wrong chip would spoil a cut one. Choose otherwise at Route.'
      : undefined;
  },
  takes: ({ piece }) => piece,
  audited: true,
  moments: [],
  wants: ['secrets', 'first'],
};

const cutPurpose = { workshop: 'cutInWorkshop', car: 'cutFromCode', ordered: 'orderCut' } as const;
