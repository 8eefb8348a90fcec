'use client';

import { type DistanceUnit, distanceIn, formatDistance, formatMinutes } from '@/core/kinds/units';
import { FormNumber, FormText } from '@/ui/form/form-fields';
import { asTyped, typedNumber } from '@/ui/form/typed';
import { useFormOf } from '@/ui/form/use-form-of';
import { useSave } from '@/ui/use-submit';
import type { PlaceRow } from '@/usecases/shop/places';
import { EditableList, EditSheet } from './editable-list';
import type { ToolAction } from './van-tools';

interface PlacesProps {
  readonly places: readonly PlaceRow[];
  readonly unit: DistanceUnit;
  readonly onSave: ToolAction;
  readonly onRemove: ToolAction;
}

/** The places that calls come from, with the way there from the workshop. */
export function Places({ places, unit, ...actions }: PlacesProps) {
  return (
    <EditableList
      title="Places"
      note="Where calls come from, by the road from the workshop. A place is understood in a caller’s line by its name."
      one="a place"
      items={places}
      none="There is none yet: a trip is priced once its place is known."
      columns={[
        { head: 'Place', look: 'name', cell: ({ name }) => name },
        { head: 'By road', look: 'code', cell: ({ distanceKm }) => formatDistance(distanceKm, unit) },
        { head: 'Drive', look: 'code', cell: ({ travelMinutes }) => formatMinutes(travelMinutes) },
      ]}
      sheet={(place, onClose) => <PlaceForm place={place} unit={unit} onClose={onClose} {...actions} />}
    />
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
    <EditSheet of={of} item={place} one="a place" onRemove={onRemove} removes="Remove" onClose={onClose}>
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
    </EditSheet>
  );
}
