import type { Contradiction } from '@/core/identify/contradiction';
import { type QuestionKind, questionKinds } from '@/core/identify/question-kinds';
import { answerLabel } from '@/core/identify/question-words';
import { Notice } from '@/ui/notice';

/** What was told and seen fits no car of the library: the single facts that would explain it, likeliest first. */
export function ContradictionNotice({ contradiction }: { readonly contradiction: Contradiction }) {
  const { explanations } = contradiction;
  return (
    <Notice tone="oxide" said>
      <p className="font-semibold">What was told and seen does not fit together.</p>
      {explanations.length === 0 ? (
        <p>No single fact explains it. It may be another model, or a car that the library does not have.</p>
      ) : (
        <>
          <p>No car of the library is like this. Likeliest first, one of these is wrong:</p>
          <ul className="mt-1 list-disc pl-5">
            {explanations.slice(0, 3).map(({ fact, rise }) => (
              <li key={fact.label}>
                {fact.label}: {shown(fact.label, fact.value)}{' '}
                <span>
                  (without it the rest fits {rise >= 100 ? 'over 100' : Math.round(rise)} times better)
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
    </Notice>
  );
}

function shown(label: string, value: string): string {
  const kind = (Object.keys(questionKinds) as QuestionKind[]).find(
    (name) => questionKinds[name].label === label,
  );
  return kind ? answerLabel(kind, value).toLowerCase() : value;
}
