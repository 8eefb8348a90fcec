'use client';

import Link from 'next/link';
import { useEffect, useState } from 'react';
import { digitsOf, fewestDigits, type KnownCar, knownWords } from '@/core/job/known-car';
import { vinLength } from '@/core/vin/alphabet';
import { Button } from '@/ui/button';

export type OnKnown = (data: unknown) => Promise<readonly KnownCar[]>;

const restMs = 300;

/** The cars that a number or a VIN is known for, once the typing rests. */
export function useKnownCars(
  phone: string | null,
  vin: string | null,
  onKnown: OnKnown,
): readonly KnownCar[] {
  const [known, setKnown] = useState<readonly KnownCar[]>([]);
  const whole = vin?.length === vinLength ? vin : null;
  const number = phone !== null && digitsOf(phone).length >= fewestDigits ? phone : null;
  useEffect(() => {
    if (number === null && whole === null) {
      setKnown([]);
      return;
    }
    let current = true;
    const timer = setTimeout(async () => {
      const found = await onKnown({ phone: number, vin: whole }).catch(() => []);
      if (current) setKnown(found);
    }, restMs);
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [number, whole, onKnown]);
  return known;
}

/** What is known of a caller: cars, what was done, which keys they had; to be taken into the call. */
export function KnownCars({
  cars,
  today,
  onTake,
}: {
  readonly cars: readonly KnownCar[];
  readonly today: string;
  readonly onTake: (car: KnownCar) => void;
}) {
  if (cars.length === 0) return null;
  return (
    <section aria-label="Known here" className="flex flex-col gap-2 border-l-4 border-smalt pl-3" data-said>
      <h2 className="font-semibold">Known here</h2>
      <ul className="flex flex-col gap-3">
        {cars.map((car) => (
          <li key={car.jobNumber} className="flex flex-wrap items-center gap-x-3 gap-y-1">
            <p className="min-w-0 flex-1 basis-56">
              <b>{[car.name, car.car].filter(Boolean).join(', ')}</b>
              <span className="block text-small text-mute">{knownWords(car, today)}</span>
            </p>
            <Button look="quiet" aria-label={`Take ${car.car}`} onClick={() => onTake(car)}>
              Take it
            </Button>
            <Link
              href={`/jobs/${car.jobNumber}/close`}
              prefetch={false}
              className="inline-flex min-h-11 items-center font-mono underline"
            >
              {`K-${car.jobNumber}`}
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
