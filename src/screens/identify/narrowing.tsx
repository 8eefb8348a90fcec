'use client';

import type { ReactNode } from 'react';
import type { QuestionGiven } from '@/core/identify/gathered-facts';
import { boundsOf } from '@/core/identify/posterior';
import { type Stand, stands } from '@/core/identify/sight';
import { ChoiceGroup } from '@/ui/choice-group';
import { choicesOf } from '@/ui/field';
import { Notice } from '@/ui/notice';
import type { Identified } from '@/usecases/identify/surround';
import { ArticleSheets } from './article-sheets';
import { BringPanel } from './bring-panel';
import { ContradictionNotice } from './contradiction-notice';
import type { GiveAnswer } from './give-answer';
import { GivenFacts } from './given-facts';
import { QuestionCard } from './question-card';
import { YearStripView } from './year-strip-view';

interface NarrowingProps {
  readonly identified: Identified;
  readonly given: readonly QuestionGiven[];
  readonly certainty: number;
  readonly pending: boolean;
  readonly problem: string | undefined;
  /** Missing where nothing can be answered any more. */
  readonly onAnswer: GiveAnswer | undefined;
  readonly onCertainty: (certainty: number) => void;
  /** Says who looks: somebody on the phone, or at the car. */
  readonly onStand: ((stand: Stand) => void) | undefined;
  /** The candidates, which the station chooses from and the bench only shows. */
  readonly children: ReactNode;
}

/** A car on its way to one key: what does not fit, the next question, candidates, years, what to bring. */
export function Narrowing({
  identified,
  given,
  certainty,
  pending,
  problem,
  onAnswer,
  onCertainty,
  onStand,
  children,
}: NarrowingProps) {
  const { identification, article, bring, subjectId, vanName, currency, locale } = identified;
  const { candidates, contradiction, decisions, gathered, names, next, sight, strip, stripMarket } =
    identification;
  const applications = candidates.map(({ application }) => application);
  const subject = applications.find(({ id }) => id === subjectId);
  const { year, readYear = year } = gathered.facts;
  return (
    <>
      {contradiction && <ContradictionNotice contradiction={contradiction} />}
      {gathered.remarks.map((remark) => (
        <Notice key={remark} tone="ochre">
          {remark}
        </Notice>
      ))}
      {onStand && (
        <ChoiceGroup
          label="Who looks"
          value={sight.stand}
          choices={choicesOf(stands)}
          onChange={(value) => onStand(value as Stand)}
        />
      )}
      {sight.key === 'remembered' && onAnswer && (
        <p className="text-small text-mute">
          No key of this car is in hand: what the owner remembers of it is asked, and counts for less.
        </p>
      )}
      <QuestionCard next={next} leading={decisions[0]} names={names} pending={pending} onAnswer={onAnswer} />
      {children}
      <GivenFacts
        given={given}
        applications={applications}
        pending={pending}
        problem={problem}
        onAnswer={onAnswer}
      />
      <YearStripView
        strip={strip}
        market={stripMarket}
        names={names}
        told={readYear === undefined ? undefined : boundsOf(readYear)}
      />
      <BringPanel
        bring={bring}
        vanName={vanName}
        certainty={certainty}
        currency={currency}
        locale={locale}
        onCertainty={onCertainty}
      />
      {subject && article && (
        <ArticleSheets application={subject} article={article} currency={currency} locale={locale} />
      )}
    </>
  );
}
