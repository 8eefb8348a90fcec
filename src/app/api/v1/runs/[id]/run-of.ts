import { problem } from '../../../handler';

/** The id of the run that an address names, or the answer where it names none. */
export async function runOf({ params }: { params: Promise<{ id: string }> }): Promise<string | Response> {
  const { id } = await params;
  return /^[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i.test(id)
    ? id
    : problem(404, 'There is no such run.');
}
