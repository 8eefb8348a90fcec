/** What a file's bytes cannot be read as. */
export class EncodingError extends Error {}

/**
 * Text from bytes as they come: UTF-8 with or without BOM, or Windows-1252 as spreadsheets write it. A file that is valid
 * UTF-8 with signs in one place and not in another is refused, since one of the two would be read wrongly.
 * @param onEncoding told once at the end, which it was
 */
export async function* decodeText(
  bytes: AsyncIterable<Uint8Array>,
  onEncoding: (encoding: 'utf-8' | 'windows-1252') => void,
): AsyncGenerator<string> {
  let decoder = new TextDecoder('utf-8', { fatal: true });
  let encoding: 'utf-8' | 'windows-1252' = 'utf-8';
  let plain = true;
  let first = true;
  for await (const chunk of bytes) {
    if (first && startsAs16Bit(chunk)) throw new EncodingError('The file is UTF-16; save it as CSV UTF-8.');
    if (first && chunk.length > 0) first = false;
    const utf8Tried = encoding === 'utf-8';
    let text: string;
    try {
      text = decoder.decode(chunk, { stream: true });
    } catch {
      if (!utf8Tried || !plain)
        throw new EncodingError('The file mixes UTF-8 and another encoding; save it as CSV UTF-8.');
      decoder = new TextDecoder('windows-1252');
      encoding = 'windows-1252';
      text = decoder.decode(chunk, { stream: true });
    }
    if (encoding === 'utf-8' && !isPlain(chunk)) plain = false;
    if (text.includes('\0')) throw new EncodingError('The file is no text.');
    yield text;
  }
  try {
    const rest = decoder.decode();
    if (rest) yield rest;
  } catch {
    throw new EncodingError('The file ends in the middle of a sign; it may have been cut short.');
  }
  onEncoding(encoding);
}

function startsAs16Bit(chunk: Uint8Array): boolean {
  return (chunk[0] === 0xff && chunk[1] === 0xfe) || (chunk[0] === 0xfe && chunk[1] === 0xff);
}

/** Whether all bytes are ASCII, apart from a BOM at the begin. */
function isPlain(chunk: Uint8Array): boolean {
  const from = chunk[0] === 0xef && chunk[1] === 0xbb && chunk[2] === 0xbf ? 3 : 0;
  for (let at = from; at < chunk.length; at += 1) if ((chunk[at] ?? 0) > 127) return false;
  return true;
}
