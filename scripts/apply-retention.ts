// `npm run retention`: destroys the keys to secrets and removes personal data whose periods are over. The server does the
// same every hour.
import { closeDatabase } from '@/usecases/database';
import { applyRetention } from '@/usecases/secrets/retention';

const { destroyed, blanked } = await applyRetention();
await closeDatabase();
console.log(`kilnsman: secrets of ${destroyed} jobs destroyed, personal data of ${blanked} jobs removed`);
