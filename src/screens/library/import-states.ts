import type { ImportState } from '@/core/catalogue/imports';

export const stateWords: Record<ImportState, string> = {
  reading: 'being read',
  read: 'read, not stored',
  storing: 'being stored',
  stored: 'stored',
  refused: 'refused',
  cancelled: 'cancelled',
  failed: 'broken off',
};
