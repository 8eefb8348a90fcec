import { quoteAnswer } from '@/formats/api/quote';
import { QuoteCallInput } from '@/inputs/quote-call-input';
import { quoteCar } from '@/usecases/benches/quote-car';
import { allowed, answerJson } from '../../handler';

/** Every sourcing option for a car without a job. */
export const POST = allowed('benches', (actor, request) =>
  answerJson(request, QuoteCallInput, (input) => quoteCar(actor, input), quoteAnswer),
);
