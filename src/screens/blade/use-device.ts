'use client';

import { useState } from 'react';
import type { FaceReadings } from '@/core/blade/readings';
import type { Result } from '@/core/kinds/result';
import type { ReadingDevice } from '@/inputs/blade-inputs';

export type AskDevice = (data: unknown) => Promise<Result<{ readonly faces: readonly FaceReadings[] }>>;

/** The devices beside the bench; each press is a reading of its own. */
export function useDevice(
  keyway: string,
  onDevice: AskDevice,
  onRead: (faces: readonly FaceReadings[], space: number | undefined) => void,
) {
  const [key, setKey] = useState('1');
  const [attempt, setAttempt] = useState(1);
  const [pending, setPending] = useState(false);
  const [problem, setProblem] = useState<string>();
  const read = async (device: ReadingDevice, face: number, space: number, one: number | undefined) => {
    setPending(true);
    setAttempt(attempt + 1);
    const answer = await onDevice({ keyway, device, key: Number(key), face, space, attempt }).catch(
      () => undefined,
    );
    setPending(false);
    setProblem(answer?.ok ? undefined : (answer?.problems[0]?.message ?? 'The device cannot be reached.'));
    if (answer?.ok) onRead(answer.value.faces, one);
  };
  return {
    key,
    setKey,
    pending,
    problem,
    gauge: (face: number, space: number) => void read('gauge', face, space, space),
    photograph: () => void read('photograph', 0, 1, undefined),
  };
}
