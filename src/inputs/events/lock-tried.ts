import { IsBoolean, IsIn, IsUUID } from 'class-validator';
import { type LockTurns, lockTurns } from '@/core/blade/cut/fit-advice';
import { type LockName, lockNames } from '@/core/catalogue/locks';

export class LockTriedContent {
  @IsUUID(undefined, { message: 'Which blade?' }) cutId!: string;
  @IsIn(lockNames, { message: 'Which lock?' }) lock!: LockName;
  @IsIn(lockTurns, { message: 'bothWays, oneWay or no.' }) turns!: LockTurns;
  @IsBoolean({ message: 'Smooth, yes or no.' }) smooth!: boolean;
}
