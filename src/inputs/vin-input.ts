import { IsIn, IsOptional, Length, MaxLength } from 'class-validator';
import { type VehicleClass, vehicleClasses } from '@/core/catalogue/vehicle-class';

/** A whole or partial VIN as typed or pasted, with what else is known of the car. */
export class VinInput {
  @MaxLength(60, { message: 'A VIN has 17 characters; this has more than 60.' }) vin!: string;
  @IsOptional() @Length(1, 40, { message: 'Choose a market of the list.' }) market?: string;
  @IsOptional() @IsIn(vehicleClasses, { message: 'Choose a class of the list.' }) vehicleClass?: VehicleClass;
  /** A second one to compare it with; `?` for unknown places. */
  @IsOptional()
  @MaxLength(60, { message: 'A VIN has 17 characters; this has more than 60.' })
  other?: string;
}
