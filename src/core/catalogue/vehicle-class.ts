/** Classes of vehicles, as far as they decide how a VIN is read. */
export const vehicleClasses = ['passenger', 'multipurpose', 'lightTruck', 'lorry', 'other'] as const;
export type VehicleClass = (typeof vehicleClasses)[number];
