import { proofState, walkAround } from '@/core/job/proving';
import { countVerdict } from '@/core/programming/count-verdict';
import { isClone } from '@/core/programming/route';
import { ProveStation } from '@/screens/prove/prove-station';
import { shopTime } from '@/usecases/shop/shop';
import { countGround } from '@/usecases/view/count-ground';
import { requireActor } from '../../../../session';
import { editable, type JobPageProps, loadJob } from '../job-page';

export default async function ProvePage({ params }: JobPageProps) {
  const actor = await requireActor();
  const view = await loadJob((await params).number);
  const { job, shop, proof, situation } = view;
  const ground = countGround(view);
  const verdict = countVerdict(job.log.countAfter, ground);
  return (
    <ProveStation
      job={editable(view)}
      time={shopTime(actor)}
      keys={proof}
      state={proofState(proof)}
      walk={walkAround(proof)}
      depth={shop.proveDepth}
      isEarly={job.log.attempts.length === 0}
      hasCopy={job.route !== null && isClone(job.route)}
      count={
        situation.memory.none
          ? null
          : { words: countWords(job.log.countAfter, ground.planned), fits: verdict === 'fits' }
      }
    />
  );
}

function countWords(after: number | 'cannotSay' | undefined, planned: number | 'cannotSay'): string {
  const said =
    after === undefined
      ? 'not asked after the work yet'
      : after === 'cannotSay'
        ? 'cannot say'
        : `knows ${after}`;
  return `The car ${after === undefined ? 'was ' : ''}${said}; ${planned === 'cannotSay' ? 'no plan stands against it, since it was not asked before the work' : `planned ${planned}`}.`;
}
