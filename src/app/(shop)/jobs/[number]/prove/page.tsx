import { proofState, walkAround } from '@/core/job/proving';
import { countSays, countVerdict } from '@/core/programming/count-verdict';
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
          : {
              words: countSays(job.log.countAfter, ground),
              fits: verdict === 'fits' || verdict === 'cannotTell',
            }
      }
    />
  );
}
