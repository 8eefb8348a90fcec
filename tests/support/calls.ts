import { noKeysTold } from '@/core/identify/line/reading';
import { noCall } from '@/core/job/job';

/** What a call sends when nothing was said. */
const { make: _, model: __, place: ___, placeKm: ____, placeMinutes: _____, ...told } = noCall;
export const emptyCall = { ...told, line: '', ...noKeysTold, keyCode: null, rival: null };
