'use client';

import { ScanBarcode } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { groupVin } from '@/core/vin/vin';
import { Button } from '@/ui/button';
import { Notice } from '@/ui/notice';
import { Overlay } from '@/ui/overlay';

/** Between two looks at the picture. */
const everyMs = 250;

/** Reads the VIN of a car by the device's camera from its barcode or data matrix; nothing where the device has none. */
export function VinCamera({ onRead }: { readonly onRead: (vin: string) => void }) {
  const [open, setOpen] = useState(false);
  const [isThere, setThere] = useState(false);
  const [read, setRead] = useState<string>();
  useEffect(() => setThere(Boolean(navigator.mediaDevices?.getUserMedia)), []);
  if (!isThere) return null;
  return (
    <div className="flex flex-wrap items-center gap-3">
      <Button look="quiet" onClick={() => setOpen(true)}>
        <span className="inline-flex items-center gap-2">
          <ScanBarcode aria-hidden size={18} /> Read the VIN by camera
        </span>
      </Button>
      {read && (
        <span data-said className="text-small text-mute">
          Read: <span className="font-mono">{groupVin(read)}</span>
        </span>
      )}
      <Overlay
        open={open}
        onOpenChange={setOpen}
        title="VIN by camera"
        note="Hold the barcode or the data matrix of the door post, the windscreen or the papers into the picture. The picture stays on this device."
      >
        {open && (
          <Camera
            onRead={(vin) => {
              setOpen(false);
              setRead(vin);
              onRead(vin);
            }}
          />
        )}
      </Overlay>
    </div>
  );
}

function Camera({ onRead }: { readonly onRead: (vin: string) => void }) {
  const video = useRef<HTMLVideoElement>(null);
  const told = useRef(onRead);
  told.current = onRead;
  const [state, setState] = useState<'opens' | 'looks' | { readonly problem: string }>('opens');
  useEffect(() => {
    let gone = false;
    let stop = () => {};
    const look = async () => {
      const stream = await navigator.mediaDevices.getUserMedia({
        video: { facingMode: 'environment', width: { ideal: 1280 } },
      });
      const endStream = () => {
        for (const track of stream.getTracks()) track.stop();
      };
      stop = endStream;
      const { openVinReader } = await import('@/workers/vin-reader');
      const reader = await openVinReader();
      stop = () => {
        endStream();
        reader.close();
      };
      const shown = video.current;
      if (gone || !shown) return stop();
      shown.srcObject = stream;
      await shown.play();
      setState('looks');
      const canvas = document.createElement('canvas');
      const drawn = canvas.getContext('2d', { willReadFrequently: true });
      while (!gone) {
        const { videoWidth, videoHeight } = shown;
        if (drawn && videoWidth > 0) {
          canvas.width = videoWidth;
          canvas.height = videoHeight;
          drawn.drawImage(shown, 0, 0);
          const vin = await reader.read(drawn.getImageData(0, 0, videoWidth, videoHeight));
          if (vin !== undefined && !gone) {
            gone = true;
            told.current(vin);
          }
        }
        await new Promise((resolve) => setTimeout(resolve, everyMs));
      }
    };
    look().catch((error: unknown) => {
      stop();
      if (!gone) setState({ problem: problemOf(error) });
    });
    return () => {
      gone = true;
      stop();
    };
  }, []);
  return (
    <div className="flex flex-col gap-3">
      <video
        ref={video}
        muted
        playsInline
        aria-label="What the camera sees"
        className="max-h-[50vh] w-full rounded-lg border border-line bg-shelf object-contain"
      />
      {typeof state === 'object' ? (
        <Notice tone="oxide" role="alert">
          {state.problem}
        </Notice>
      ) : (
        <p data-said className="text-mute">
          {state === 'opens' ? 'The camera opens.' : 'Looking for a VIN.'}
        </p>
      )}
    </div>
  );
}

function problemOf(error: unknown): string {
  const name = error instanceof Error ? error.name : '';
  if (name === 'NotAllowedError')
    return 'This browser may not use the camera. Allow it for this page, or type the VIN.';
  if (name === 'NotFoundError' || name === 'OverconstrainedError')
    return 'This device has no camera. Type the VIN.';
  if (name === 'NotReadableError') return 'Another program has the camera. Close it, or type the VIN.';
  return error instanceof Error && error.message !== ''
    ? error.message
    : 'The camera did not open. Type the VIN.';
}
