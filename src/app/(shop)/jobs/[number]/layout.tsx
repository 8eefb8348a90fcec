import type { Metadata } from 'next';
import { cookies } from 'next/headers';
import type { ReactNode } from 'react';
import { whyNames } from '@/core/identify/line/reading';
import { carName, formatJobNumber, jobStateOf } from '@/core/job/job';
import { formatDay, localMoment } from '@/core/kinds/local-time';
import { formatDistance } from '@/core/kinds/units';
import { shutUntil } from '@/core/pellet/hunt-state';
import { groupVin } from '@/core/vin/vin';
import { JobFrame } from '@/screens/job/job-frame';
import { LiveNotice } from '@/screens/job/live-notice';
import { RingPanel } from '@/screens/job/ring-panel';
import { SecondPerson } from '@/screens/job/second-person';
import { turnedCookie } from '@/screens/job/turned-cookie';
import type { ShopTime } from '@/ui/use-shop-clock';
import { WaitBar } from '@/ui/wait-bar';
import { readSecond } from '@/usecases/jobs/authority';
import { shopTime } from '@/usecases/shop/shop';
import type { JobView } from '@/usecases/view/job-view';
import { requireActor } from '../../../session';
import { changeRingAction, endSecondAction, signInSecondAction } from '../actions';
import { editable, type JobPageProps, loadJob } from './job-page';

export async function generateMetadata({ params }: JobPageProps): Promise<Metadata> {
  const { job } = await loadJob((await params).number);
  return { title: `${formatJobNumber(job.number)} ${carName(job.call)}` };
}

export default async function JobLayout({
  params,
  children,
}: JobPageProps & { readonly children: ReactNode }) {
  const view = await loadJob((await params).number);
  const { job, ring, situation, platform, stations, shop } = view;
  const actor = await requireActor();
  const second = actor.role === 'trainee' && !job.closed ? await readSecond(actor, job.id) : undefined;
  return (
    <JobFrame
      number={job.number}
      name={formatJobNumber(job.number)}
      car={carName(job.call)}
      below={belowCar(view)}
      chips={situationChips(view)}
      stations={stations}
      isTurned={(await cookies()).get(turnedCookie)?.value === String(job.number)}
      above={
        <>
          <LiveNotice number={job.number} state={jobStateOf(job)} />
          <ShutWait view={view} time={shopTime(actor)} />
          {second && (
            <SecondPerson
              number={job.number}
              people={second.people}
              second={
                second.present && {
                  name: second.present.name,
                  until: localMoment(second.present.untilAt, shop.zone).hour,
                }
              }
              onSignIn={signInSecondAction}
              onEnd={endSecondAction}
            />
          )}
        </>
      }
      ring={
        <RingPanel
          job={editable(view)}
          keys={job.keys}
          identities={job.identities}
          ring={ring}
          known={situation.memory.knownCount}
          countKind={situation.memory.none ? 'noMemory' : (platform?.count ?? null)}
          onRing={changeRingAction}
        />
      }
    >
      {children}
    </JobFrame>
  );
}

/** The wait after a wrong pellet step, at every station. */
function ShutWait({ view: { job, platform }, time }: { view: JobView; time: ShopTime }) {
  const { tries } = job.log.pellet;
  const last = tries.at(-1);
  const until = platform?.pellet ? shutUntil(tries, platform.pellet.lockoutSeconds) : null;
  if (!last || last.started || !until || until <= time.now || job.closed) return null;
  return (
    <WaitBar
      label={`Shut after step ${last.step}`}
      from={last.at}
      until={until}
      time={time}
      meanwhile="Ignition off. The next step is at Blade, under Pellet."
      over="Try the next step: at Blade, under Pellet."
    />
  );
}

function belowCar({ job: { call } }: JobView): string {
  const start = call.ignition === 'push' ? 'Push-start' : call.ignition === 'turn' ? 'Turn-key' : '';
  return (
    [start, call.market, call.vin && groupVin(call.vin), call.name].filter(Boolean).join(' · ') ||
    'Nothing else told'
  );
}

function situationChips({ job: { call }, shop, now }: JobView): string[] {
  const km = call.distanceKm ?? call.placeKm;
  const where = [call.place, km === null ? '' : formatDistance(km, shop.distanceUnit)]
    .filter(Boolean)
    .join(' ');
  const when =
    call.day || call.by
      ? [formatDay(call.day ?? now.day, now.day), call.by && `by ${call.by}`].filter(Boolean).join(' ')
      : '';
  return [call.why && whyNames[call.why], call.access, where, call.urgent ? 'now' : when].filter(
    (chip): chip is string => Boolean(chip),
  );
}
