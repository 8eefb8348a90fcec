'use client';

import { useState } from 'react';
import { type DistanceUnit, distanceIn, formatDistance, formatMinutes } from '@/core/kinds/units';
import { Button } from '@/ui/button';
import { Form, FormOutcome } from '@/ui/form/form';
import { FormNumber, FormText } from '@/ui/form/form-fields';
import { asTyped, typedNumber } from '@/ui/form/typed';
import { useFormOf } from '@/ui/form/use-form-of';
import { ListTable } from '@/ui/list-table';
import { Overlay } from '@/ui/overlay';
import { Panel } from '@/ui/panel';
import { useSave } from '@/ui/use-submit';
import type { PlaceRow } from '@/usecases/shop/places';
import type { ToolAction } from './van-tools';

interface PlacesProps {
  readonly places: readonly PlaceRow[];
  readonly unit: DistanceUnit;
  readonly onSave: ToolAction;
  readonly onRemove: ToolAction;
}

/** The places that calls come from, with the way there from the workshop. */
export function Places({ places, unit, onSave, onRemove }: PlacesProps) {
  const [open, setOpen] = useState<PlaceRow | 'new'>();
  return (
    <Panel
      title="Places"
      note="Where calls come from, by the road from the workshop. A place is understood in a caller’s line by its name."
    >
      <ListTable
        label="Places"
        items={places}
        keyOf={({ id }) => id}
        none="There is none yet: a trip is priced once its place is known."
        columns={[
          { head: 'Place', look: 'name', cell: ({ name }) => name },
          { head: 'By road', look: 'code', cell: ({ distanceKm }) => formatDistance(distanceKm, unit) },
          { head: 'Drive', look: 'code', cell: ({ travelMinutes }) => formatMinutes(travelMinutes) },
          {
            head: 'What can be done',
            look: 'press',
            cell: (place) => (
              <Button look="quiet" aria-label={`Change ${place.name}`} onClick={() => setOpen(place)}>
                Change
              </Button>
            ),
          },
        ]}
      />
      <Button className="mt-3" onClick={() => setOpen('new')}>
        Add a place
      </Button>
      {open && (
        <PlaceForm
          place={open === 'new' ? undefined : open}
          unit={unit}
          onSave={onSave}
          onRemove={onRemove}
          onClose={() => setOpen(undefined)}
        />
      )}
    </Panel>
  );
}

function PlaceForm({
  place,
  unit,
  onSave,
  onRemove,
  onClose,
}: Omit<PlacesProps, 'places'> & {
  readonly place: PlaceRow | undefined;
  readonly onClose: () => void;
}) {
  const remove = useSave(onRemove);
  const of = useFormOf({
    values: {
      name: place?.name ?? '',
      distance: asTyped(place && distanceIn(place.distanceKm, unit)),
      minutes: asTyped(place?.travelMinutes),
    },
    check: async () => (await import('@/inputs/shop-input')).PlaceInput,
    read: ({ name, distance, minutes }) => ({
      ...(place ? { id: place.id } : {}),
      name,
      distance: typedNumber(distance),
      minutes: minutes.trim() === '' ? null : typedNumber(minutes),
    }),
    sender: useSave(onSave),
    onDone: onClose,
  });
  return (
    <Overlay open onOpenChange={(open) => !open && onClose()} title={place ? place.name : 'Add a place'}>
      <Form of={of} className="flex flex-col gap-2">
        <FormText of={of} name="name" label="Place" maxLength={60} />
        <FormNumber of={of} name="distance" label={`By road from the workshop, ${unit}`} />
        <FormNumber
          of={of}
          name="minutes"
          label="Drive, minutes"
          hint="Left empty, it follows from the distance."
        />
        {place?.onRoads && (
          <p className="text-small text-mute">Trips there go by the roads that are on file, hour by hour.</p>
        )}
        <FormOutcome of={of} more={remove.problems} />
        <div className="flex flex-wrap gap-2">
          <Button type="submit" look="main" busy={of.busy}>
            Save
          </Button>
          {place && (
            <Button
              look="danger"
              busy={remove.pending}
              onClick={() => remove.send({ id: place.id }, onClose)}
            >
              Remove
            </Button>
          )}
        </div>
      </Form>
    </Overlay>
  );
}
