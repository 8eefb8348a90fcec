import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { act, render, screen } from '@testing-library/react';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { SaidRegion } from './said-region';
import { say } from './say';

interface PageProps {
  readonly price: string;
  readonly rows?: string;
  readonly answer?: string | undefined;
  readonly title?: string;
}

function Page({ price, rows = 'one row', answer, title = 'Quote' }: PageProps) {
  return (
    <>
      <h1 key={title}>{title}</h1>
      <p data-said>
        <span>Quote</span> <span>{price}</span>
      </p>
      <table>
        <tbody>
          <tr>
            <td>{rows}</td>
          </tr>
        </tbody>
      </table>
      {answer && (
        <div data-said>
          <button type="button">{answer}</button>
        </div>
      )}
      <SaidRegion />
    </>
  );
}

const said = () => screen.getByRole('status').textContent;
const wait = (ms: number) => act(async () => vi.advanceTimersByTimeAsync(ms));

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'performance'] });
});

describe('the one polite region of a page', () => {
  it('says nothing of what comes with the page', async () => {
    const { rerender } = render(<Page price="180" />);
    await wait(400);
    rerender(<Page price="190" />);
    await wait(400);
    expect(said()).toBe('');
  });

  it('says a price that changes, with what was done, in one breath; rows of a table it does not', async () => {
    const { rerender } = render(<Page price="180" />);
    await wait(1000);
    say('Use: done.');
    rerender(<Page price="212" rows="another row" />);
    await wait(400);
    expect(said()).toBe('Use: done. Quote 212');
    rerender(<Page price="212" rows="a third row" />);
    await wait(400);
    expect(said()).toBe('Use: done. Quote 212');
  });

  it('says an answer that comes, once; and nothing where the focus went into it', async () => {
    const { rerender } = render(<Page price="180" />);
    await wait(1000);
    rerender(<Page price="180" answer="Take it." />);
    await wait(400);
    expect(said()).toBe('Take it.');
    rerender(<Page price="180" />);
    await wait(400);
    rerender(<Page price="180" answer="Let it go." />);
    screen.getByText('Let it go.').focus();
    await wait(400);
    expect(said()).toBe('Take it.');
  });

  it('says nothing of another page that comes in its place', async () => {
    const { rerender } = render(<Page price="180" />);
    await wait(1000);
    rerender(<Page title="Route" price="no price" />);
    await wait(400);
    expect(said()).toBe('');
    rerender(<Page title="Route" price="from 190" />);
    await wait(1000);
    rerender(<Page title="Route" price="from 200" />);
    await wait(400);
    expect(said()).toBe('Quote from 200');
  });

  it('keeps nothing of what it said for long', async () => {
    const { rerender } = render(<Page price="180" />);
    await wait(1000);
    rerender(<Page price="212" />);
    await wait(400);
    expect(said()).toBe('Quote 212');
    await wait(11_000);
    expect(said()).toBe('');
  });

  it('is the only one: nothing else of the program speaks by itself', () => {
    const files = readdirSync('src', { recursive: true, encoding: 'utf8' }).filter((name) =>
      name.endsWith('.tsx'),
    );
    const speaking = files.filter(
      (name) =>
        !name.includes('.test.') &&
        /aria-live|role="(?:status|log)"/.test(readFileSync(join('src', name), 'utf8')),
    );
    expect(speaking).toEqual(['ui/said-region.tsx']);
  });
});
