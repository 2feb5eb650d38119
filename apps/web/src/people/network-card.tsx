import { useMutation, useQuery } from '@tanstack/react-query';
import { call, networkQuery, problemFrom, queryClient } from '../data/index.js';
import { ProblemText, YesNo } from '../ui/index.js';
import { CodePicture } from './code-picture.js';
import { TrustSteps } from './trust-steps.js';

/** From where can Kanga be reached? */
export function NetworkCard({ mayChange, alone }: { mayChange: boolean; alone: boolean }) {
  const { data: network, error } = useQuery(networkQuery);
  const set = useMutation({
    mutationFn: (open: boolean) => call('openNetwork', { body: { open } }),
    onSuccess: (told) => {
      queryClient.setQueryData(networkQuery.queryKey, told);
    },
  });
  const trouble = error ?? set.error;
  const [best, ...others] = network?.addresses ?? [];
  return (
    <section className="space-y-3">
      <h2 className="font-big text-2xl font-bold">From other devices</h2>
      {network && mayChange && !network.fixed && (
        <YesNo
          label="Tablets and phones of the shop’s network can open Kanga"
          value={network.open}
          disabled={set.isPending}
          onChange={(open) => {
            set.mutate(open);
          }}
        />
      )}
      {network?.fixed && <p className="text-[15px] text-soft">Chosen where Kanga is started, by KANGA_HOST.</p>}
      {trouble && <ProblemText problem={problemFrom(trouble)} />}
      {network?.trouble && (
        <p role="alert" className="font-semibold text-magenta">
          {network.trouble}
        </p>
      )}
      {network && !network.open && (
        <p>
          {alone
            ? 'Kanga answers to this machine alone. Become the owner first; then it can be opened to the shop’s network.'
            : 'Kanga answers to its own machine alone.'}
        </p>
      )}
      {network?.open && best && (
        <>
          <div className="flex flex-wrap items-start gap-5">
            <CodePicture text={best} says={`Opens ${best}`} className="w-44" />
            <div>
              <p className="font-semibold">Scan it, or type:</p>
              <ul className="figures">
                {[best, ...others].map((address) => (
                  <li key={address} className="select-all">
                    {address}
                  </li>
                ))}
              </ul>
              <p className="mt-2 max-w-xs text-[15px] text-soft">
                Codes on labels and cards open the first of them. What is said on the way cannot be read by others.
              </p>
            </div>
          </div>
          {network.root !== null && <TrustSteps root={network.root} />}
        </>
      )}
    </section>
  );
}
