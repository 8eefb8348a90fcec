import { identityDocuments, type LocalRules, rightDocuments } from '@/core/authority/documents';
import { Fold } from '@/ui/fold';

/** The shop's own rules, where they are needed, with the word of what stands above them. */
export function RulesPanel({ rules }: { rules: LocalRules }) {
  const names = (all: Readonly<Record<string, string>>, accepted: readonly string[]) =>
    accepted.map((one) => all[one]?.toLowerCase()).join(', ');
  return (
    <Fold
      open="wide"
      title="The shop’s rules"
      note="Laws, licences and duties differ by place: local law and licensed practice prevail over these."
    >
      <dl className="grid gap-x-4 gap-y-1 sm:grid-cols-[10rem_1fr]">
        <dt className="text-mute">Licence</dt>
        <dd>{rules.licence || 'none noted; the proprietor sets it in Settings, Firm'}</dd>
        <dt className="text-mute">Identity</dt>
        <dd>{names(identityDocuments, rules.identityAccepted)}</dd>
        <dt className="text-mute">Right</dt>
        <dd>{names(rightDocuments, rules.rightAccepted)}</dd>
        {rules.forms && (
          <>
            <dt className="text-mute">Forms and duties</dt>
            <dd className="whitespace-pre-line">{rules.forms}</dd>
          </>
        )}
        <dt className="text-mute">Kept</dt>
        <dd>
          codes and PINs for {rules.secretDays} days after the close, names and signatures for{' '}
          {rules.personalDays} days
        </dd>
      </dl>
    </Fold>
  );
}
