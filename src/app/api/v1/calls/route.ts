import { openedAnswer } from '@/formats/api/programs';
import { CallLineInput } from '@/inputs/call-input';
import { openJobOfLine } from '@/usecases/jobs/open-job';
import { allowed, answerOnce } from '../../handler';

/** Opens a job from a caller's line, once for its key. */
export const POST = allowed('calls', (actor, request) =>
  answerOnce(
    request,
    actor,
    CallLineInput,
    (input, asked) => openJobOfLine(actor, asked, input),
    openedAnswer,
  ),
);
