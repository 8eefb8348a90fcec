'use client';

import { useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { Button } from './button';

interface PhotographButtonProps {
  readonly jobNumber: number;
  readonly runId?: string;
  /** What it is of, in a few words. */
  readonly of: string;
  readonly disabled?: boolean;
}

/** The longer side of a photograph that is kept, in pixels. */
const longestSide = 1600;

/** Takes a photograph with the device's camera, or a file, and keeps it sealed with the job; nothing of where it was taken goes along. */
export function PhotographButton({ jobNumber, runId, of, disabled = false }: PhotographButtonProps) {
  const field = useRef<HTMLInputElement>(null);
  const [state, setState] = useState<{ readonly words: string; readonly failed: boolean } | null>(null);
  const [busy, setBusy] = useState(false);
  const keep = async (file: File) => {
    setBusy(true);
    setState(null);
    try {
      setState(await sent(jobNumber, runId, of, await smaller(file)));
    } catch (error) {
      const why = error instanceof Error && error.message !== '' ? error.message : 'It cannot be read.';
      setState({ words: why, failed: true });
    } finally {
      setBusy(false);
    }
  };
  return (
    <>
      <input
        ref={field}
        type="file"
        accept="image/jpeg,image/png"
        capture="environment"
        aria-label={`Photograph: ${of}`}
        className="sr-only"
        tabIndex={-1}
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (file) void keep(file);
          event.target.value = '';
        }}
      />
      <Button look="quiet" busy={busy} disabled={disabled} onClick={() => field.current?.click()}>
        Photograph
      </Button>
      {state && (
        <span
          role={state.failed ? 'alert' : undefined}
          data-said
          className={state.failed ? 'text-oxide' : 'text-mute'}
        >
          {state.words}
        </span>
      )}
    </>
  );
}

async function sent(jobNumber: number, runId: string | undefined, of: string, image: Blob) {
  const asked = new URLSearchParams({ id: uuid(), of, ...(runId && { run: runId }) });
  const response = await fetch(`/api/v1/jobs/${jobNumber}/photographs?${asked}`, {
    method: 'POST',
    headers: { 'content-type': image.type },
    body: image,
  }).catch(() => null);
  if (!response)
    return { words: 'The server cannot be reached: keep the picture, and send it later.', failed: true };
  if (response.ok) return { words: 'Kept with the job.', failed: false };
  const told = (await response.json().catch(() => ({}))) as { detail?: string };
  return { words: told.detail ?? 'Refused.', failed: true };
}

/** The picture drawn anew, smaller: what a camera writes beside it (place, device) is left out. */
async function smaller(file: File): Promise<Blob> {
  const picture = await createImageBitmap(file).catch(() => {
    throw new Error('This is no picture that can be read.');
  });
  const scale = Math.min(1, longestSide / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(picture.width * scale));
  canvas.height = Math.max(1, Math.round(picture.height * scale));
  canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  return new Promise((resolve, reject) =>
    canvas.toBlob(
      (blob) => (blob ? resolve(blob) : reject(new Error('It cannot be made smaller.'))),
      'image/jpeg',
      0.82,
    ),
  );
}
