import 'reflect-metadata/lite';
import { act, fireEvent, render, screen } from '@testing-library/react';
import { Type } from 'class-transformer';
import { ArrayMaxSize, Length, Max, Min, ValidateNested } from 'class-validator';
import { describe, expect, it, vi } from 'vitest';
import { Button } from '../button';
import { hasUnsaved } from '../unsaved';
import { Form, FormOutcome } from './form';
import { FormNumber, FormSelect, FormText, FormTick } from './form-fields';
import { FormRows } from './form-rows';
import { typedNumber } from './typed';
import { type Sender, useFormOf } from './use-form-of';

class BandInput {
  @Min(1, { message: 'From 1 on.' }) toKm!: number;
}

class ShopInput {
  @Length(2, 20, { message: 'A name, please.' }) name!: string;
  @Max(100, { message: 'Up to 100.' }) percent!: number;
  @ArrayMaxSize(2, { message: 'Up to 2 bands.' })
  @ValidateNested({ each: true })
  @Type(() => BandInput)
  bands!: BandInput[];
  @Max(5, { message: 'Load the page again.' }) basedOn!: number;
}

interface Situation {
  readonly basedOn?: number;
  readonly send?: Sender<unknown>['send'];
  readonly problems?: Sender['problems'];
  readonly pending?: boolean;
  readonly clears?: boolean;
  readonly check?: () => Promise<typeof ShopInput>;
}

function Sample({ basedOn = 1, check = async () => ShopInput, clears = false, ...sender }: Situation) {
  const of = useFormOf({
    values: {
      name: 'Wherry',
      kind: 'van' as 'van' | 'shop',
      percent: '7,5',
      own: false,
      bands: [{ toKm: '10' }],
    },
    check,
    read: ({ percent, bands, ...draft }) => ({
      ...draft,
      basedOn,
      percent: typedNumber(percent),
      bands: bands.map(({ toKm }) => ({ toKm: typedNumber(toKm) })),
    }),
    sender: { send: vi.fn(), problems: [], pending: false, stores: true, ...sender },
    clears,
  });
  return (
    <Form of={of}>
      <FormText of={of} name="name" label="Name" />
      <FormNumber of={of} name="percent" label="Percent" />
      <FormSelect
        of={of}
        name="kind"
        label="Kind"
        choices={[
          { value: 'van', label: 'A van' },
          { value: 'shop', label: 'A shop' },
        ]}
      />
      <FormTick of={of} name="own" label="Own" />
      <FormRows of={of} name="bands" one="band" add="Add a band" empty={{ toKm: '' }} none="No band.">
        {(at) => <FormNumber of={of} name={`bands.${at}.toKm`} label={`To km, band ${at + 1}`} />}
      </FormRows>
      <FormOutcome of={of} stored="Stored." />
      <Button type="submit" busy={of.busy}>
        Save
      </Button>
    </Form>
  );
}

const type = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
const press = async (name: string) => {
  await act(async () => {
    const button = screen.getByText(name).closest('button');
    button?.focus();
    button?.click();
  });
  // The check comes with the first press; nothing is timed here.
  await vi.waitFor(() => expect(document.querySelector('[aria-busy=true]')).toBeNull(), { timeout: 10_000 });
  await act(async () => {});
};
const noteOf = (label: string) => {
  const field = screen.getByLabelText(label);
  return document.getElementById(field.getAttribute('aria-describedby') ?? '')?.textContent;
};

describe('a form', () => {
  it('says all that is wrong at once, beside each field, sends nothing, and goes to the first', async () => {
    const send = vi.fn();
    render(<Sample send={send} />);
    type('Name', '');
    type('Percent', '101');
    type('To km, band 1', '0');
    await press('Save');
    expect(send).not.toHaveBeenCalled();
    expect([noteOf('Name'), noteOf('Percent'), noteOf('To km, band 1')]).toEqual([
      'A name, please.',
      'Up to 100.',
      'From 1 on.',
    ]);
    expect(screen.queryByRole('alert')).toBeNull();
    expect(document.activeElement).toBe(screen.getByLabelText('Name'));
    // What is mended is no longer said to be wrong, before it is sent again.
    await act(async () => {
      type('Name', 'Skiff');
    });
    expect(noteOf('Name')).toBe('');
    expect(noteOf('Percent')).toBe('Up to 100.');
  });

  it('says what stands in no field where it is read, with the focus on it', async () => {
    render(<Sample basedOn={9} />);
    await press('Save');
    expect(screen.getByRole('alert').textContent).toBe('Load the page again.');
    expect(document.activeElement).toBe(screen.getByRole('alert'));
  });

  it('sends what was typed as the door reads it', async () => {
    const send = vi.fn();
    render(<Sample send={send} />);
    fireEvent.change(screen.getByLabelText('Kind'), { target: { value: 'shop' } });
    fireEvent.click(screen.getByLabelText('Own'));
    await press('Save');
    expect(send.mock.calls[0]?.[0]).toEqual({
      name: 'Wherry',
      kind: 'shop',
      own: true,
      percent: 7.5,
      bands: [{ toKm: 10 }],
      basedOn: 1,
    });
  });

  it('puts what the server refuses at its fields too, and the rest beside none', async () => {
    render(
      <Sample
        problems={[
          { field: 'bands.0.toKm', message: 'Two bands end here.' },
          { field: 'elsewhere', message: 'Not here.' },
          { message: 'Nothing was stored.' },
        ]}
      />,
    );
    expect(noteOf('To km, band 1')).toBe('Two bands end here.');
    expect(screen.getByRole('alert').textContent).toBe('Not here.Nothing was stored.');
  });

  it('adds a row with the focus in it, takes one away with the focus on the way to the next, and sends the rest', async () => {
    const send = vi.fn();
    render(<Sample send={send} />);
    await press('Add a band');
    expect(document.activeElement).toBe(screen.getByLabelText('To km, band 2'));
    type('To km, band 2', '25');
    await act(async () => {
      fireEvent.click(screen.getByLabelText('Remove band 1'));
    });
    expect(document.activeElement).toBe(screen.getByText('Add a band').closest('button'));
    await press('Save');
    expect(send.mock.calls[0]?.[0]).toMatchObject({ bands: [{ toKm: 25 }] });
    await act(async () => {
      fireEvent.click(screen.getByLabelText('Remove band 1'));
    });
    expect(screen.getByText('No band.')).toBeTruthy();
  });

  it('says what is wrong with the rows as a whole', async () => {
    render(<Sample />);
    for (const km of ['20', '30']) {
      await press('Add a band');
      type(`To km, band ${km === '20' ? 2 : 3}`, km);
    }
    await press('Save');
    expect(screen.getByText('Up to 2 bands.')).toBeTruthy();
  });

  it('holds its words as unsaved until they are stored, and what was typed meanwhile after it', async () => {
    let done: ((answer: unknown) => void) | undefined;
    render(<Sample send={(_, onDone) => (done = onDone)} />);
    expect(hasUnsaved()).toBe(false);
    await act(async () => type('Name', 'Skiff'));
    expect(hasUnsaved()).toBe(true);
    await press('Save');
    await act(async () => done?.({ ok: true }));
    expect(hasUnsaved()).toBe(false);
    expect(screen.getByText('Stored.')).toBeTruthy();
    await act(async () => type('Name', 'Punt'));
    expect(hasUnsaved()).toBe(true);
    expect(screen.queryByText('Stored.')).toBeNull();
  });

  it('is as at first for the next one, where it adds', async () => {
    render(<Sample clears send={(_, onDone) => onDone?.({ ok: true })} />);
    type('Name', 'Skiff');
    await press('Save');
    expect((screen.getByLabelText('Name') as HTMLInputElement).value).toBe('Wherry');
    expect(hasUnsaved()).toBe(false);
  });

  it('goes on without its check where that cannot be loaded: the door checks in any case', async () => {
    const send = vi.fn();
    render(<Sample send={send} check={() => Promise.reject(new Error('no network'))} />);
    type('Name', '');
    await press('Save');
    expect(send.mock.calls[0]?.[0]).toMatchObject({ name: '' });
  });
});
