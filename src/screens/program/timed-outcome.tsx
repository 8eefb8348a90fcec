import type { BoundNode } from '@/core/procedure/bind/bound';
import { type Verdict, verdictWords } from '@/core/procedure/timing/beats';
import type { Score } from '@/core/procedure/timing/score';
import { Button } from '@/ui/button';
import { Badge } from '@/ui/notice';

/** What came of a score that was played: how each part went by the beats that came in, where some did. */
export interface Played {
  readonly score: Score;
  readonly verdicts: readonly Verdict[] | null;
  /** When its first cue was, by the shop's clock. */
  readonly fromMs: number;
}

/** The steps that are done in one go, each with how it went. */
export function TimedParts({
  chain,
  say,
  played,
}: {
  readonly chain: readonly BoundNode[];
  readonly say: (text: string) => string;
  readonly played: Played | null;
}) {
  return (
    <div>
      <p className="text-small text-mute">In one go, without a hand for the screen</p>
      <ol className="flex list-decimal flex-col gap-1 pl-6">
        {chain.map((node, at) => (
          <li key={node.id}>
            {say(node.step.say)} <span className="text-small text-mute">{limitWords(node)}</span>{' '}
            {played?.verdicts?.[at] && (
              <Badge tone={verdictTone(played.verdicts[at])}>
                {verdictWords(played.verdicts[at], played.score.parts[at]?.atMs.length ?? 0)}
              </Badge>
            )}
          </li>
        ))}
      </ol>
    </div>
  );
}

const verdictTones = { inTime: 'glaze', late: 'oxide', early: 'oxide', missing: 'plain' } as const;

function verdictTone({ is }: Verdict): 'glaze' | 'oxide' | 'plain' {
  return verdictTones[is];
}

function limitWords({ step }: BoundNode): string {
  switch (step.kind) {
    case 'hold':
      return `${step.seconds.from} to ${step.seconds.to} s`;
    case 'pace':
      return `a beat each ${step.every.from} to ${step.every.to} s`;
    case 'window':
      return `within ${step.seconds} s${step.notBefore === undefined ? '' : `, not before ${step.notBefore} s`}`;
    default:
      return '';
  }
}

/** How it went: all in time, or late at one of them. */
export function TimedAnswers({
  chain,
  played,
  busy,
  say,
  follows,
  onAnswer,
}: {
  readonly busy: boolean;
  readonly say: (text: string) => string;
  readonly follows: (answer: string) => string | undefined;
  readonly chain: readonly BoundNode[];
  readonly played: Played | null;
  readonly onAnswer: (late: number | null) => void;
}) {
  const verdicts = played?.verdicts;
  const late = verdicts?.findIndex(({ is }) => is === 'late' || is === 'early') ?? -1;
  const isInTime = verdicts?.every(({ is }) => is === 'inTime') ?? false;
  const all = (
    <Button
      key="all"
      look={played && (isInTime || verdicts === null) ? 'main' : 'plain'}
      busy={busy}
      onClick={() => onAnswer(null)}
      follows={chain.length === 1 ? follows('held') : undefined}
    >
      {chain.length === 1 ? 'In time' : `All ${chain.length} in time`}
    </Button>
  );
  const missed = chain.map(({ id, step }, at) =>
    step.kind === 'do' ? null : (
      <Button
        key={id}
        look={at === late ? 'main' : 'plain'}
        busy={busy}
        onClick={() => onAnswer(at)}
        follows={chain.length === 1 ? follows('missed') : say(step.say)}
      >
        {chain.length === 1 ? 'Late, or lost count' : `Late, or lost count at ${at + 1}`}
      </Button>
    ),
  );
  const [one] = chain;
  return (
    <>
      {verdicts && chain.length === 1 && one && verdicts[0] && (
        <p data-said>
          <Badge tone={isInTime ? 'glaze' : late < 0 ? 'plain' : 'oxide'}>by your beats</Badge>{' '}
          {verdictWords(verdicts[0], played?.score.parts[0]?.atMs.length ?? 0)}
        </p>
      )}
      {verdicts && chain.length > 1 && (
        <p data-said>
          <Badge tone={isInTime ? 'glaze' : late < 0 ? 'plain' : 'oxide'}>by your beats</Badge>{' '}
          {isInTime
            ? 'all in time'
            : late < 0
              ? 'not every beat came in: say how it went'
              : `late at ${late + 1}`}
        </p>
      )}
      <div className="flex flex-wrap gap-2">{late < 0 ? [all, ...missed] : [...missed, all]}</div>
    </>
  );
}
