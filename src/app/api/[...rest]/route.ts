import { handler, problem } from '../handler';

/** What stands at no address of the API. */
const nothing = handler(async () => problem(404, 'There is no such address.'));

export { nothing as DELETE, nothing as GET, nothing as PATCH, nothing as POST, nothing as PUT };
