'use client';

import { formatProbability } from '@/core/kinds/percent';
import type { BoundNode } from '@/core/procedure/bind/bound';
import { likelyCauses, nextLook } from '@/core/procedure/causes/next-look';
import { answerWords, said } from '@/core/procedure/document/step-words';
import { suspects } from '@/core/procedure/run/run';
import { roleName } from '@/core/run/answer-words';
import { Button } from '@/ui/button';
import { Badge } from '@/ui/notice';
import type { RunShown } from './run-shown';

interface CausesCardProps {
  readonly shown: RunShown;
  readonly node: BoundNode;
  readonly busy: boolean;
  readonly onLook: (look: string, answer: 'yes' | 'no' | 'cannotTell') => void;
  readonly onMended: (cause: string) => void;
  readonly onGiveUp: () => void;
}

/** What may be behind it: where to look next, what each cause wants, and the way back in once it is mended. */
export function CausesCard({ shown, node, busy, onLook, onMended, onGiveUp }: CausesCardProps) {
  const { log, ground, drives } = shown;
  const { search } = log.walk;
  const known = suspects(ground.bound, log.walk);
  if (!search) return null;
  const say = (text: string) => said(text, (role) => roleName(ground.basis, ground.bound, log, role));
  const likely = likelyCauses(known, ground.basis.causes.looks, search.looked);
  const look = nextLook(known, ground.basis.causes.looks, search.looked)?.look;
  return (
    <section
      aria-label="What may be behind it"
      className="flex flex-col gap-3 rounded-lg border border-line border-l-[6px] border-l-oxide bg-biscuit p-4"
    >
      <div data-said>
        <p className="text-small text-mute">
          {say(node.step.say)}: {answerWords(node.step, search.answer)}
        </p>
        <h2 className="text-ask font-semibold">{look ? look.asks : 'What was it?'}</h2>
      </div>
      {look && (
        <div className="flex flex-wrap gap-2">
          {(['yes', 'no', 'cannotTell'] as const).map((answer) => (
            <Button key={answer} busy={busy} disabled={!drives} onClick={() => onLook(look.name, answer)}>
              {{ yes: 'Yes', no: 'No', cannotTell: 'Cannot tell' }[answer]}
            </Button>
          ))}
        </div>
      )}
      <ul className="flex flex-col divide-y divide-line">
        {likely.map(({ cause, probability }) => {
          const words = ground.basis.causes.causes.find(({ name }) => name === cause);
          return (
            <li key={cause} className="flex flex-wrap items-center gap-3 py-2">
              <Badge tone="plain">{formatProbability(probability)}</Badge>
              <span className="min-w-48 flex-1">
                {words?.says ?? cause}
                {words && <span className="block text-small text-mute">{words.remedy}.</span>}
              </span>
              <Button busy={busy} disabled={!drives} onClick={() => onMended(cause)}>
                Mended, go back in
              </Button>
            </li>
          );
        })}
      </ul>
      <Button look="quiet" className="self-start" busy={busy} disabled={!drives} onClick={onGiveUp}>
        None of them
      </Button>
    </section>
  );
}
