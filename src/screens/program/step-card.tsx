'use client';

import { useEffect, useState } from 'react';
import { commandDevices, commands } from '@/core/authority/commands';
import { waitEnds } from '@/core/catalogue/wait';
import type { BoundNode } from '@/core/procedure/bind/bound';
import { handsFree, type KeyRole, stepPlaces } from '@/core/procedure/document/procedure';
import { goesOnBy } from '@/core/procedure/document/step-exits';
import { answerWords, factsOf, kindWords, said, stateWords } from '@/core/procedure/document/step-words';
import { isTimed, timedChain } from '@/core/procedure/timing/timed-chain';
import { followsWords, roleName } from '@/core/run/answer-words';
import { isHarmless } from '@/core/run/ask-car';
import { writtenTag } from '@/core/run/events/commanded';
import { optionsOpen } from '@/core/run/events/walked';
import { waitOf } from '@/core/run/run-basis';
import { typeNext, typeNow } from '@/core/run/system-types';
import { Button } from '@/ui/button';
import { Badge, Notice } from '@/ui/notice';
import { Tick } from '@/ui/tick';
import { hasVoice, readAloud, useVoiceOn } from '@/ui/voice';
import { WaitBar } from '@/ui/wait-bar';
import { KeyWords } from './key-words';
import { MidWait } from './mid-wait';
import { PieceAnswers, PinAnswers } from './special-answers';
import type { StepCardProps } from './step-props';
import { TimedStep } from './timed-step';

/** The step at hand, large: which key by its tag, what must be true, what to look out for, and what may come of it. */
export function StepCard(props: StepCardProps) {
  const { shown, node } = props;
  const { step } = node;
  const { basis, bound } = shown.ground;
  const nameOf = (role: KeyRole) => roleName(basis, bound, shown.log, role);
  const say = (text: string) => said(text, nameOf);
  const chain = timedChain(bound, node.id);
  const type = typeNow(basis, shown.log);
  const follows = (answer: string) => {
    const exit = node.exits[answer];
    return exit && followsWords(bound, shown.log, answer, exit, nameOf);
  };
  return (
    <section
      aria-label="The step at hand"
      className="flex flex-col gap-3 rounded-lg border border-line border-l-[6px] border-l-terra bg-biscuit p-4"
    >
      <div data-said>
        <p className="text-small text-mute">
          {kindWords[step.kind]} · {stepPlaces[step.where]} · {handsFree[step.hands]}
        </p>
        <h2 className="text-[26px] leading-snug font-semibold">
          <KeyWords text={step.say} nameOf={nameOf} />
        </h2>
      </div>
      <Aloud shown={shown} node={node} say={say} />
      {step.while && (
        <p className="flex flex-wrap items-center gap-2">
          <span className="text-small text-mute">Must be so</span>
          {Object.entries(step.while).map(([part, to]) => (
            <Badge key={part} tone="glaze">
              {stateWords({ [part]: to })}
            </Badge>
          ))}
        </p>
      )}
      {step.kind === 'command' && type !== undefined && (
        <p>
          <span className="text-small text-mute">System type</span> <strong>{type}</strong>,{' '}
          {shown.log.types?.tried} of {basis.systemTypes?.length}
        </p>
      )}
      {step.cautions?.map((caution) => (
        <Notice key={caution} tone="ochre">
          {say(caution)}
        </Notice>
      ))}
      {chain.length < 2 && <Facts node={node} say={say} />}
      <Signs words="Good signs" signs={step.good} say={say} />
      <Signs words="Means nothing" signs={step.harmless} say={say} />
      <Signs words="Meanwhile" signs={step.meanwhile} say={say} />
      <Traps node={node} say={say} />
      <StepTime {...props} />
      {chain.length > 0 ? (
        <TimedStep {...props} say={say} follows={follows} />
      ) : (
        <StepAnswers {...props} nameOf={nameOf} follows={follows} />
      )}
    </section>
  );
}

function Facts({
  node: { step },
  say,
}: {
  readonly node: BoundNode;
  readonly say: (text: string) => string;
}) {
  // What hands do stands in the sentence; here is what has to be looked up.
  const facts = factsOf(step).filter(([name]) => !hidden.has(name));
  if (facts.length === 0) return null;
  return (
    <dl className="flex flex-wrap gap-x-6 gap-y-1">
      {facts.map(([name, value]) => (
        <div key={name}>
          <dt className="text-small text-mute">{name}</dt>
          <dd className={name === 'Not its neighbour' ? 'text-oxide' : 'font-semibold'}>{say(value)}</dd>
        </div>
      ))}
    </dl>
  );
}

const hidden: ReadonlySet<string> = new Set(['Key', 'Wait of the platform', 'Its clock starts', 'Looked at']);

function Traps({
  node: { step },
  say,
}: {
  readonly node: BoundNode;
  readonly say: (text: string) => string;
}) {
  if (step.kind !== 'command') return null;
  return step.asks?.map(({ question, answer, other }) => (
    <p key={question}>
      <Badge tone="oxide">▲ it asks</Badge> “{say(question)}” <strong>{say(answer)}</strong>. {say(other)}.
    </p>
  ));
}

function Signs({
  words,
  signs,
  say,
}: {
  readonly words: string;
  readonly signs: readonly string[] | undefined;
  readonly say: (text: string) => string;
}) {
  if (!signs || signs.length === 0) return null;
  return (
    <p>
      <span className="text-small text-mute">{words}</span> {signs.map(say).join('; ')}
    </p>
  );
}

/** The step read aloud, on request or each as it comes to hand. */
function Aloud({
  shown: { log },
  node: { step },
  say,
}: Pick<StepCardProps, 'shown' | 'node'> & { readonly say: (text: string) => string }) {
  const [each, setEach] = useVoiceOn();
  const [hasOne, setHasOne] = useState(false);
  useEffect(() => setHasOne(hasVoice()), []);
  const texts = [say(step.say), ...(step.while ? [`Must be so: ${stateWords(step.while)}`] : [])];
  // biome-ignore lint/correctness/useExhaustiveDependencies: once as the step comes to hand
  useEffect(() => {
    if (each && !isTimed(step)) readAloud(texts);
  }, [each, step, log.answered]);
  if (!hasOne) return null;
  return (
    <div className="flex flex-wrap items-center gap-x-4">
      <Button look="quiet" onClick={() => readAloud(texts)}>
        Say it
      </Button>
      <Tick label="Read each step aloud" checked={each} onChange={setEach} />
    </div>
  );
}

/** A wait as it burns down. */
function StepTime({ shown, node, time, tasks, busy, onVolts }: StepCardProps) {
  const { log, ground } = shown;
  const wait = waitOf(ground.basis, node);
  const begun = log.begun?.node === node.id ? log.begun : null;
  if (wait && begun)
    return (
      <div className="flex flex-col gap-1">
        <WaitBar
          key={begun.atMs}
          label={`Wait, ${waitEnds[wait.by]}`}
          from={new Date(begun.atMs)}
          until={new Date(begun.atMs + wait.usualSeconds * 1000)}
          longest={new Date(begun.atMs + wait.longestSeconds * 1000)}
          time={time}
          meanwhile={
            node.step.meanwhile?.map((one) => said(one)).join('; ') ??
            'Keep the supply on, and the doors as they are.'
          }
          over="By its usual time it is over: look at the car."
        />
        <MidWait beganMs={begun.atMs} usualSeconds={wait.usualSeconds} {...{ shown, time, busy, onVolts }} />
        {tasks.length > 0 && (
          <p>
            <span className="text-small text-mute">Of this job, meanwhile</span> {tasks.join('; ')}
          </p>
        )}
        <Asleep />
      </div>
    );
  return wait ? <Asleep /> : null;
}

/** What a page that sleeps cannot do, said before it is needed. */
function Asleep() {
  return (
    <p className="text-small text-mute">
      A device that sleeps, or has another program in front, does not sound at the end. Leave Kilnsman open on
      another device that is signed in: it sounds there too.
    </p>
  );
}

function StepAnswers({
  shown,
  node,
  pins,
  held,
  busy,
  nameOf,
  follows,
  proposed,
  onAnswer,
  onAgain,
  onCommand,
  onPin,
  onToldPin,
  onBegin,
  pieces,
  onPiece,
}: StepCardProps & {
  readonly nameOf: (role: KeyRole) => string;
  readonly follows: (answer: string) => string | undefined;
}) {
  const { step } = node;
  const { log, ground, drives } = shown;
  const told = log.command?.node === node.id;
  const tag = writtenTag(node, log);
  if (shown.online && tag !== undefined && !log.pieces[tag] && !ground.basis.plan.known.includes(tag))
    return <PieceAnswers {...{ tag, pieces, busy, drives, onPiece }} name={nameOf('new')} />;
  if (step.kind === 'command' && !told)
    return (
      <>
        {held && !shown.online && <Notice tone="ochre">{held}</Notice>}
        <Button
          look={commands[step.command].erases ? 'danger' : 'main'}
          className="self-start"
          busy={busy}
          disabled={!drives}
          onClick={onCommand}
          follows={
            commands[step.command].erases
              ? 'no key works after this until it is learned'
              : `by ${commandDevices[commands[step.command].device]}`
          }
        >
          {`Go: ${commands[step.command].words}`}
        </Button>
      </>
    );
  if (step.kind === 'wait' && log.begun?.node !== node.id)
    return (
      <Button look="main" className="self-start" busy={busy} disabled={!drives} onClick={onBegin}>
        The wait begins
      </Button>
    );
  if (step.kind === 'enter' && step.value === 'pin')
    return (
      <PinAnswers
        {...{ pins, held, busy, drives, onPin, onToldPin, onAnswer, follows }}
        online={shown.online}
      />
    );
  const open = step.kind === 'choose' ? optionsOpen(node, log, ground.basis) : orderOf(node);
  const nextType = typeNext(ground.basis, log);
  const words = (answer: string) => {
    const isNext =
      step.kind === 'choose' && step.options.find(({ id }) => id === answer)?.when === 'typeLeft';
    const said = upper(answerWords(step, answer));
    return isNext && nextType !== undefined ? `${said}: ${nextType}` : said;
  };
  const isProposed = proposed !== undefined && open.includes(proposed);
  const answers = isProposed ? [proposed, ...open.filter((one) => one !== proposed)] : open;
  return (
    <>
      {isProposed && (
        <p>
          <Badge tone="smalt">the tool says so</Badge> {upper(answerWords(step, proposed))}
        </p>
      )}
      {told && (
        <Notice tone="smalt">
          It is told. What came of it? Look at the car and at the tool before you answer; it is not told
          twice.
        </Notice>
      )}
      <div className="flex flex-wrap gap-2">
        {answers.map((answer, at) => (
          <Button
            key={answer}
            look={at === 0 ? 'main' : 'plain'}
            busy={busy}
            disabled={!drives}
            onClick={() => onAnswer(answer)}
            follows={follows(answer)}
          >
            {words(answer)}
          </Button>
        ))}
        {told && step.kind === 'command' && isHarmless(step.command) && (
          <Button busy={busy} disabled={!drives} onClick={onAgain} follows="it changes nothing for good">
            Nobody saw: tell it again
          </Button>
        )}
      </div>
    </>
  );
}

/** What goes well first, what nobody can tell last. */
function orderOf({ step, exits }: BoundNode): readonly string[] {
  const by = goesOnBy(step);
  const rank = (answer: string) => (answer === by ? 0 : answer === 'cannotTell' ? 2 : 1);
  return Object.keys(exits).sort((a, b) => rank(a) - rank(b));
}

function upper(words: string): string {
  return words.charAt(0).toUpperCase() + words.slice(1);
}
