import { cell } from './cells';

/** One row of a file of roads: a road with its speed, or a ferry with its crossing and timetable. */
export class RoadFileRow {
  @cell.oneOf(['road', 'ferry']) kind!: 'road' | 'ferry';
  @cell.text(60) from!: string;
  @cell.text(60) to!: string;
  @cell.decimal(0.1, 500) km!: number;
  @cell.optional() @cell.whole(5, 130) kmPerHour?: number;
  @cell.optional() @cell.whole(0, 300) rushPercent?: number;
  @cell.optional() @cell.whole(1, 600) minutes?: number;
  @cell.optional() @cell.hour() first?: string;
  @cell.optional() @cell.hour() last?: string;
  @cell.optional() @cell.whole(1, 1440) everyMinutes?: number;
}
