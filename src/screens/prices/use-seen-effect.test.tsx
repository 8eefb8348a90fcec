import 'reflect-metadata/lite';
import { act, fireEvent, render, screen } from '@testing-library/react';
import { Length } from 'class-validator';
import { describe, expect, it, vi } from 'vitest';
import { Form } from '@/ui/form/form';
import { FormNumber } from '@/ui/form/form-fields';
import { FormRows } from '@/ui/form/form-rows';
import type { Sender } from '@/ui/form/use-form-of';
import { useSeenEffect } from './use-seen-effect';

class SampleInput {
  @Length(1, 10) rate!: string;
}

type Send = Sender<{ readonly value: unknown }>['send'];

function Sample({ onLook, onSave }: { readonly onLook: Send; readonly onSave: Send }) {
  const { of, effect } = useSeenEffect({
    values: { rate: '88', bands: [{ toKm: '5' }] },
    check: async () => SampleInput,
    look: { pending: false, problems: [], send: onLook },
    save: { pending: false, problems: [], stores: true, send: onSave },
  });
  return (
    <Form of={of}>
      <FormNumber of={of} name="rate" label="Rate" />
      <FormRows of={of} name="bands" one="band" add="Add a band" empty={{ toKm: '' }}>
        {(at) => <FormNumber of={of} name={`bands.${at}.toKm`} label={`Band ${at + 1}`} />}
      </FormRows>
      <button type="submit" aria-busy={of.busy}>
        {effect ? 'Save' : 'Look'}
      </button>
    </Form>
  );
}

const press = async (name: string) => {
  await act(async () => screen.getByText(name).click());
  await vi.waitFor(() => expect(document.querySelector('[aria-busy=true]')).toBeNull(), { timeout: 10_000 });
};
const type = (label: string, value: string) =>
  act(async () => {
    fireEvent.change(screen.getByLabelText(label), { target: { value } });
  });

describe('prices that are saved only after their effect was seen', () => {
  it('saves what was looked at', async () => {
    const onSave = vi.fn();
    render(<Sample onLook={(_, onDone) => onDone?.({ value: [] })} onSave={onSave} />);
    await press('Look');
    await press('Save');
    expect(onSave.mock.calls[0]?.[0]).toEqual({ rate: '88', bands: [{ toKm: '5' }] });
  });

  it('has to be looked at anew where a field or the rows changed', async () => {
    render(<Sample onLook={(_, onDone) => onDone?.({ value: [] })} onSave={vi.fn()} />);
    await press('Look');
    expect(screen.getByText('Save')).toBeTruthy();
    await type('Rate', '90');
    expect(screen.queryByText('Save')).toBeNull();
    await press('Look');
    expect(screen.getByText('Save')).toBeTruthy();
    await act(async () => screen.getByLabelText('Remove band 1').click());
    expect(screen.queryByText('Save')).toBeNull();
  });

  it('shows no effect of what stood there before, where somebody went on typing meanwhile', async () => {
    let answer: (() => void) | undefined;
    render(
      <Sample
        onLook={(_, onDone) => {
          answer = () => onDone?.({ value: [] });
        }}
        onSave={vi.fn()}
      />,
    );
    await press('Look');
    await type('Rate', '90');
    await act(async () => answer?.());
    expect(screen.queryByText('Save')).toBeNull();
    await press('Look');
    await act(async () => answer?.());
    expect(screen.getByText('Save')).toBeTruthy();
  });
});
