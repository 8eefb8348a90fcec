'use client';

import { useRef, useState } from 'react';
import { Button } from './button';

/** What became of a picture, in words. */
export interface PictureSent {
  readonly words: string;
  readonly failed: boolean;
}

interface PictureButtonProps {
  readonly children: string;
  /** What the field for the file is called. */
  readonly label: string;
  readonly accept: string;
  /** With the device's camera, where it has one. */
  readonly camera?: boolean;
  readonly disabled?: boolean;
  readonly onPicture: (file: File) => Promise<PictureSent>;
}

/** A button that asks for a picture, hands it on, and says what became of it. */
export function PictureButton(props: PictureButtonProps) {
  const { children, label, accept, camera = false, disabled = false, onPicture } = props;
  const field = useRef<HTMLInputElement>(null);
  const [state, setState] = useState<PictureSent | null>(null);
  const [busy, setBusy] = useState(false);
  const send = async (file: File) => {
    setBusy(true);
    setState(null);
    try {
      setState(await onPicture(file));
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
        accept={accept}
        capture={camera ? 'environment' : undefined}
        aria-label={label}
        className="sr-only"
        tabIndex={-1}
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (file) void send(file);
          event.target.value = '';
        }}
      />
      <Button look="quiet" busy={busy} disabled={disabled} onClick={() => field.current?.click()}>
        {children}
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

/** Sends a picture to a handler. @param kept what is said once it is kept */
export async function sendPicture(
  address: string,
  method: 'POST' | 'PUT',
  picture: Blob,
  kept: string,
): Promise<PictureSent> {
  const response = await fetch(address, {
    method,
    headers: { 'content-type': picture.type },
    body: picture,
  }).catch(() => null);
  if (!response)
    return { words: 'The server cannot be reached: keep the picture, and send it later.', failed: true };
  if (response.ok) return { words: kept, failed: false };
  const told = (await response.json().catch(() => ({}))) as { detail?: string };
  return { words: told.detail ?? 'Refused.', failed: true };
}
