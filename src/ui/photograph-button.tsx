'use client';

import { v7 as uuid } from 'uuid';
import { PictureButton, sendPicture } from './picture-button';

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
  return (
    <PictureButton
      label={`Photograph: ${of}`}
      accept="image/jpeg,image/png"
      camera
      disabled={disabled}
      onPicture={async (file) => {
        const asked = new URLSearchParams({ id: uuid(), of, ...(runId && { run: runId }) });
        const address = `/api/v1/jobs/${jobNumber}/photographs?${asked}`;
        return sendPicture(address, 'POST', await smaller(file), 'Kept with the job.');
      }}
    >
      Photograph
    </PictureButton>
  );
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
