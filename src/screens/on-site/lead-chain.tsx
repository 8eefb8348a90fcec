import { classNames } from '@/ui/class-names';

interface LeadChainProps {
  /** Leads and adapters from the tool to the car or key, in their order. */
  readonly adapters: readonly string[];
  readonly pushed: readonly string[];
  readonly onChange: (pushed: readonly string[]) => void;
}

/** The chain from the tool to the car, drawn; each link is pressed once it is pushed home, and again when it was moved. */
export function LeadChain({ adapters, pushed, onChange }: LeadChainProps) {
  return (
    <fieldset>
      <legend className="text-small font-semibold text-mute">
        Lead chain: press each link once it is home
      </legend>
      <ol className="mt-1 flex flex-wrap items-center gap-y-2">
        <End name="Tool" />
        {adapters.map((lead) => {
          const isHome = pushed.includes(lead);
          return (
            <li key={lead} className="flex items-center">
              <span aria-hidden className={classNames('h-1 w-6', isHome ? 'bg-glaze' : 'bg-line')} />
              <button
                type="button"
                aria-pressed={isHome}
                className={classNames(
                  'min-h-11 rounded-lg border-2 px-3',
                  isHome ? 'border-glaze bg-glaze-wash text-glaze' : 'border-dashed border-edge bg-biscuit',
                )}
                onClick={() => onChange(isHome ? pushed.filter((one) => one !== lead) : [...pushed, lead])}
              >
                <span aria-hidden>{isHome ? '✓' : '○'}</span> {lead}
              </button>
            </li>
          );
        })}
        <li className="flex items-center">
          <span
            aria-hidden
            className={classNames(
              'h-1 w-6',
              adapters.every((lead) => pushed.includes(lead)) ? 'bg-glaze' : 'bg-line',
            )}
          />
          <EndBox name="Car" />
        </li>
      </ol>
    </fieldset>
  );
}

function End({ name }: { readonly name: string }) {
  return (
    <li>
      <EndBox name={name} />
    </li>
  );
}

function EndBox({ name }: { readonly name: string }) {
  return <span className="rounded-lg bg-shelf px-3 py-2.5 font-semibold">{name}</span>;
}
