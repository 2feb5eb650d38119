import { useMutation, useQuery } from '@tanstack/react-query';
import { SECOND_STEPS, type SecondStep } from '@kanga/contract/people';
import { call, meQuery, problemFrom, queryClient, signInRuleQuery } from '../data/index.js';
import { Choice, ProblemText } from '../ui/index.js';

const SAID: Record<SecondStep, string> = { nobody: 'Nobody', owners: 'Owners', everybody: 'Everybody' };

/** Whom does a password alone not let in? */
export function SecondStepRule() {
  const { data: rule, error } = useQuery(signInRuleQuery);
  const set = useMutation({
    mutationFn: (secondStep: SecondStep) => call('setSignInRule', { body: { secondStep } }),
    onSuccess: async (told) => {
      queryClient.setQueryData(signInRuleQuery.queryKey, told);
      // It may be for whoever says so.
      await queryClient.invalidateQueries({ queryKey: meQuery.queryKey });
    },
  });
  const trouble = error ?? set.error;
  return (
    <section className="space-y-2">
      {rule && (
        <Choice
          label="Who has to come in by two steps"
          value={rule.secondStep}
          options={SECOND_STEPS.map((value) => ({ value, label: SAID[value] }))}
          onChange={(secondStep) => {
            set.mutate(secondStep);
          }}
        />
      )}
      <p className="max-w-prose text-[15px] text-soft">
        A password and one-time codes, or a passkey. Whoever came in by less is asked at once to set one of them up, and
        can do nothing else until then. Tablets at the bench go on as they are: one that was enrolled is a step itself.
      </p>
      {trouble && <ProblemText problem={problemFrom(trouble)} />}
    </section>
  );
}
