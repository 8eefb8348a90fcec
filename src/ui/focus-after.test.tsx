import { act, fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { describe, expect, it } from 'vitest';
import { Button } from './button';
import { TextField } from './field';
import { Problems } from './problems';
import { useSubmit } from './use-submit';

type Answer =
  | { readonly ok: true }
  | { readonly ok: false; readonly problems: { field?: string; message: string }[] };

/** An action whose answer is given by the test, and how often it was called. */
function awaited() {
  let answer: (value: Answer) => void = () => {};
  const calls: unknown[] = [];
  return {
    calls,
    action: (data: unknown) => {
      calls.push(data);
      return new Promise<Answer>((resolve) => {
        answer = resolve;
      });
    },
    answer: (value: Answer) => act(async () => answer(value)),
  };
}

function Questions({ action }: { action: (data: unknown) => Promise<Answer> }) {
  const [question, setQuestion] = useState(1);
  const { send, pending, problemOf, general } = useSubmit(action);
  return (
    <div id="page">
      <section>
        <h2>The next question</h2>
        <div key={question}>
          <h3 data-next>Question {question}</h3>
          <Button busy={pending} onClick={() => send({}, () => setQuestion(question + 1))}>
            Answer
          </Button>
        </div>
        <TextField label="Year" error={problemOf('year')} />
        <TextField label="Note" />
        <Problems problems={general} />
      </section>
    </div>
  );
}

const focused = () => document.activeElement?.textContent;
const press = (name: string) => {
  const button = screen.getByRole('button', { name });
  button.focus();
  fireEvent.click(button);
};

describe('a press', () => {
  it('keeps the focus while it is under way, does nothing when pressed again, and goes on to what follows', async () => {
    const { action, answer, calls } = awaited();
    render(<Questions action={action} />);
    press('Answer');
    const button = screen.getByRole('button', { name: 'Answer' });
    expect(button.getAttribute('aria-disabled')).toBe('true');
    expect(button.getAttribute('aria-busy')).toBe('true');
    expect(document.activeElement).toBe(button);
    fireEvent.click(button);
    expect(calls).toHaveLength(1);
    await answer({ ok: true });
    expect(focused()).toContain('next question');
    expect(screen.getByRole('button', { name: 'Answer' }).getAttribute('aria-disabled')).toBeNull();
  });

  it('that is refused goes on to the first field that is wrong, else to the message', async () => {
    const { action, answer } = awaited();
    render(<Questions action={action} />);
    press('Answer');
    await answer({ ok: false, problems: [{ field: 'year', message: 'Type a year.' }] });
    expect(document.activeElement).toBe(screen.getByLabelText('Year'));
    press('Answer');
    await answer({ ok: false, problems: [{ message: 'The job is closed.' }] });
    expect(document.activeElement).toBe(screen.getByRole('alert'));
    expect(focused()).toBe('The job is closed.');
  });

  it('leaves somebody alone who went on meanwhile', async () => {
    const { action, answer } = awaited();
    render(<Questions action={action} />);
    press('Answer');
    screen.getByLabelText('Note').focus();
    await answer({ ok: false, problems: [{ field: 'year', message: 'Type a year.' }] });
    expect(document.activeElement).toBe(screen.getByLabelText('Note'));
  });
});
