'use client';

import Link from 'next/link';
import { type Application, applicationName } from '@/core/catalogue/application';
import { equalPartNames } from '@/core/catalogue/equivalents';
import { type Outcome, outcomes } from '@/core/job/closing';
import { formatJobNumber } from '@/core/job/job';
import { formatMoney } from '@/core/kinds/money';
import { formatSpan } from '@/core/kinds/year-span';
import { MarkDrawing } from '@/ui/mark-drawing';
import { Badge, Notice } from '@/ui/notice';
import { Table, Td, Th, Tr } from '@/ui/table';
import { Tabs } from '@/ui/tabs';
import type { ArticleFacts } from '@/usecases/identify/article-facts';

interface ArticleSheetsProps {
  readonly application: Application;
  readonly article: ArticleFacts;
  readonly currency: string;
  readonly locale: string;
}

/** What surrounds the article of one candidate, a sheet each; sheets with nothing on them are left out. */
export function ArticleSheets({ application, article, currency, locale }: ArticleSheetsProps) {
  const price = (minor: number | undefined) =>
    minor === undefined ? 'no price' : `from ${formatMoney({ minor, currency }, locale)}`;
  const sheets = [
    {
      name: 'lookAlikes',
      count: article.lookAlikes.length,
      label: 'Look-alikes',
      content: <LookAlikes article={article} />,
    },
    {
      name: 'equivalents',
      count: article.equivalents.length,
      label: 'Equivalents',
      content: <Equals application={application} article={article} price={price} />,
    },
    {
      name: 'universals',
      count: article.universals.length,
      label: 'Universal remotes',
      content: <Universals article={article} price={price} />,
    },
    {
      name: 'sisters',
      count: article.sisters.length,
      label: 'Sisters',
      content: <Sisters article={article} />,
    },
    {
      name: 'listEnds',
      count: article.listEnds.length,
      label: 'The list ends',
      content: <ListEnds application={application} article={article} />,
    },
  ].filter(({ count }) => count > 0);
  if (sheets.length === 0) return null;
  return (
    <Tabs
      label={`Around ${application.remote?.article ?? application.chip?.article ?? application.blank}`}
      tabs={sheets.map(({ label, count, ...sheet }) => ({ ...sheet, label: `${label} (${count})` }))}
    />
  );
}

function LookAlikes({ article: { lookAlikes, signs } }: { readonly article: ArticleFacts }) {
  return (
    <ul className="flex flex-col gap-4">
      {lookAlikes.map(({ article, other, tell, consequence }) => (
        <li key={`${article} ${other}`} className="border-b border-line pb-3 last:border-0 last:pb-0">
          <p className="flex flex-wrap items-center gap-x-4 gap-y-1">
            <Marked article={article} sign={signs[article]} />
            <span className="text-mute">not</span>
            <Marked article={other} sign={signs[other]} />
          </p>
          <p className="mt-1">{tell}.</p>
          <p className="text-oxide">
            The wrong one: {consequence.charAt(0).toLowerCase() + consequence.slice(1)}.
          </p>
        </li>
      ))}
    </ul>
  );
}

function Marked({
  article,
  sign,
}: {
  readonly article: string;
  readonly sign: { readonly mark: string; readonly sign: string } | undefined;
}) {
  return (
    <span className="inline-flex items-center gap-2">
      <span className="font-mono font-semibold">{article}</span>
      {sign && <MarkDrawing sign={sign.sign} label={`${article}: ${sign.mark}`} />}
    </span>
  );
}

type Price = (minor: number | undefined) => string;

function Equals({
  application,
  article: { equivalents, ownMinor },
  price,
}: {
  readonly application: Application;
  readonly article: ArticleFacts;
  readonly price: Price;
}) {
  return (
    <>
      <p className="mb-2 text-mute">
        In place of {application.remote?.article} with the badge of {application.remote?.badge},{' '}
        {price(ownMinor)}.
      </p>
      <Table label="Equivalents under another badge">
        <thead>
          <Tr>
            <Th>Article</Th>
            <Th>Matches in</Th>
            <Th>Differs in</Th>
            <Th>Price</Th>
          </Tr>
        </thead>
        <tbody>
          {equivalents.map(({ article, badge, note, matches, differs, lowestMinor }) => (
            <Tr key={article}>
              <Th row>
                <span className="font-mono font-semibold text-ink">{article}</span>
                <span className="block">{badge}</span>
              </Th>
              <Td>
                {matches.map((part) => equalPartNames[part]).join(', ')}
                {note && <span className="block text-small text-mute">{note}</span>}
              </Td>
              <Td differs={differs.length > 0}>
                {differs.length === 0
                  ? 'nothing'
                  : differs.map(({ part, own, other }) => (
                      <span key={part} className="block">
                        {equalPartNames[part]}: {own} here, {other} there
                      </span>
                    ))}
              </Td>
              <Td className="whitespace-nowrap">{price(lowestMinor)}</Td>
            </Tr>
          ))}
        </tbody>
      </Table>
      <div className="mt-3">
        <Notice tone="ochre">A used one must be proved reset before it is taken to a car.</Notice>
      </div>
    </>
  );
}

function Universals({
  article: { universals },
  price,
}: {
  readonly article: ArticleFacts;
  readonly price: Price;
}) {
  return (
    <Table label="Universal remotes">
      <thead>
        <Tr>
          <Th>Article</Th>
          <Th>Profile to write</Th>
          <Th>Shells</Th>
          <Th>The customer loses</Th>
          <Th>Price</Th>
        </Tr>
      </thead>
      <tbody>
        {universals.map(({ article, profile, shells, cell, lost, lowestMinor }) => (
          <Tr key={article}>
            <Th row>
              <span className="font-mono font-semibold text-ink">{article}</span>
            </Th>
            <Td>
              <span className="font-mono">{profile}</span>
              {cell && <span className="block text-small text-mute">{cell}; read the profile back</span>}
            </Td>
            <Td>{shells ?? 'any'}</Td>
            <Td differs={lost.length > 0}>{lost.length === 0 ? 'nothing' : lost.join(', ')}</Td>
            <Td className="whitespace-nowrap">{price(lowestMinor)}</Td>
          </Tr>
        ))}
      </tbody>
    </Table>
  );
}

function Sisters({ article: { sisters } }: { readonly article: ArticleFacts }) {
  return (
    <ul className="flex flex-col gap-2">
      {sisters.map(({ make, model, same, note }) => (
        <li key={`${make} ${model}`}>
          <Badge tone={same ? 'glaze' : 'ochre'}>{same ? 'like' : '≠ unlike'}</Badge>{' '}
          <span className="font-semibold">
            {make} {model}
          </span>
          {note && <span className="text-mute">: {note}</span>}
        </li>
      ))}
    </ul>
  );
}

function ListEnds({
  application,
  article: { listEnds, neighbours, tried },
}: {
  readonly application: Application;
  readonly article: ArticleFacts;
}) {
  return (
    <div className="flex flex-col gap-3">
      {listEnds.map(({ tool, toYear, own }) => (
        <p key={tool}>
          The list of <span className="font-semibold">{tool}</span> ends with {application.model} {toYear}.{' '}
          {own ? (
            <>
              Try first <span className="font-semibold">{applicationName(own)}</span> as it lists it for{' '}
              {toYear}: the same platform. Then a neighbouring entry
            </>
          ) : (
            'Try a neighbouring entry'
          )}{' '}
          on {application.platform}, and write under Close which one it was.
        </p>
      ))}
      {neighbours.length > 0 && (
        <section>
          <h3 className="font-semibold">Neighbours on {application.platform}</h3>
          <ul className="mt-1 flex flex-col gap-1">
            {neighbours.map((one) => (
              <li key={one.id}>
                {one.make} {applicationName(one)}, {formatSpan(one.span)}
                {one.chip?.article !== application.chip?.article && (
                  <span className="text-ochre"> ≠ chip {one.chip?.article ?? 'none'}</span>
                )}
              </li>
            ))}
          </ul>
        </section>
      )}
      <section>
        <h3 className="font-semibold">Tried before</h3>
        {tried.length === 0 ? (
          <p className="text-mute">Nobody has recorded an entry on this platform yet.</p>
        ) : (
          <ul className="mt-1 flex flex-col gap-1">
            {tried.map(({ entry, jobNumber, make, model, year, outcome, by }) => (
              <li key={`${jobNumber} ${entry}`}>
                <span className="font-semibold">{entry}</span> on {make} {model} {year},{' '}
                <Link href={`/jobs/${jobNumber}/close`} prefetch={false} className="underline">
                  {formatJobNumber(jobNumber)}
                </Link>{' '}
                by {by}{' '}
                <Badge tone={outcome === 'done' ? 'glaze' : 'ochre'}>
                  {outcomes[outcome as Outcome].toLowerCase()}
                </Badge>
              </li>
            ))}
          </ul>
        )}
      </section>
    </div>
  );
}
