/**
 * Sends something to an address of the API.
 * @param otherwise what is said where the server gives no reason
 * @returns its answer, or what went wrong, in words
 */
export async function postJson(
  address: string,
  body: unknown,
  otherwise = 'The server refused it. Try again in a moment.',
): Promise<Response | string> {
  const answer = await fetch(address, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  }).catch(() => undefined);
  if (!answer) return 'The server cannot be reached.';
  if (answer.ok) return answer;
  const told = (await answer.json().catch(() => ({}))) as {
    readonly detail?: string;
    readonly errors?: readonly { readonly message: string }[];
  };
  return told.errors?.[0]?.message ?? told.detail ?? otherwise;
}

/**
 * Asks an address for a file and hands it to the person, under the name that the server gives it.
 * @returns what went wrong, in words; undefined where the file came
 */
export async function fetchFile(
  address: string,
  body: unknown,
  otherwise = 'The file could not be made. Try again in a moment.',
): Promise<string | undefined> {
  const answer = await postJson(address, body, otherwise);
  if (typeof answer === 'string') return answer;
  const link = document.createElement('a');
  link.href = URL.createObjectURL(await answer.blob());
  link.download = nameOf.exec(answer.headers.get('content-disposition') ?? '')?.[1] ?? 'file';
  link.click();
  URL.revokeObjectURL(link.href);
  return undefined;
}

const nameOf = /filename="([\w.-]+)"/;
