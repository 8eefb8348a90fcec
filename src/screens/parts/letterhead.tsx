import { type Firm, footLines } from '@/core/kinds/firm';
import { dialled } from '@/core/kinds/phone';

/** The head of what a customer is shown: who the firm is, where, and how it is reached. */
export function Letterhead({ firm }: { readonly firm: Firm }) {
  const { name, logo, address, phone, mail } = firm;
  const lines = address.split('\n').filter((line) => line.trim() !== '');
  return (
    <div className="flex min-w-0 items-start gap-3">
      {logo && (
        // biome-ignore lint/performance/noImgElement: a small picture of our own server, drawn to size already
        <img
          src={`/api/logo?v=${logo}`}
          alt={`Logo of ${name}`}
          className="max-h-14 max-w-40 flex-none object-contain print:max-h-10"
        />
      )}
      <div className="min-w-0">
        <p className="text-ask font-bold">{name}</p>
        <div className="print:flex print:gap-x-3">
          {lines.length > 0 && <p className="text-small text-mute">{lines.join(', ')}</p>}
          {(phone || mail) && (
            <p className="flex flex-wrap gap-x-3 text-small">
              {phone && (
                <a
                  href={`tel:${dialled(phone)}`}
                  className="inline-flex min-h-11 items-center underline print:min-h-0"
                >
                  {phone}
                </a>
              )}
              {mail && (
                <a
                  href={`mailto:${mail}`}
                  className="inline-flex min-h-11 items-center break-all underline print:min-h-0"
                >
                  {mail}
                </a>
              )}
            </p>
          )}
        </div>
      </div>
    </div>
  );
}

/** The foot of what a customer is shown: licence, tax number, bank. */
export function FirmFoot({ firm }: { readonly firm: Firm }) {
  const lines = footLines(firm);
  if (lines.length === 0) return null;
  return (
    <p className="mt-4 border-t border-line pt-2 text-small text-mute print:mt-1 print:pt-0.5 print:text-[11px] print:leading-tight">
      {lines.join(' · ')}
    </p>
  );
}
