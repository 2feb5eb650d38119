import { dataFolder } from './ground/data-folder.mjs';
import { tell } from './ground/instance.mjs';
import { asProgram } from './ground/server.mjs';
import { Lack } from './machine.mjs';

/** A new code from the server that runs on a port. */
async function codeOf(port, data) {
  const answer = await fetch(`http://127.0.0.1:${port}/api/people/owner/code`, {
    method: 'POST',
    headers: asProgram(data),
    signal: AbortSignal.timeout(10_000),
  });
  if (!answer.ok) throw new Lack(`Kanga answered ${answer.status} when it was asked for a code.`);
  return answer.json();
}

/** What is said at a start while there is no owner; an empty text when there is one. */
export async function howToBecomeOwner(port, data) {
  const answer = await fetch(`http://127.0.0.1:${port}/api/me`, { signal: AbortSignal.timeout(10_000) });
  const { mode } = await answer.json();
  if (mode !== 'alone') return '';
  const { code } = await codeOf(port, data);
  return `\nOnly this machine can use it, and nobody signs in. To let others in, become the owner: http://127.0.0.1:${port}/people with the code ${code} (./kanga code shows another).`;
}

/** ./kanga code */
export async function code() {
  const data = dataFolder();
  const there = await tell(data);
  if (there?.state !== 'ready')
    throw new Lack(`no Kanga runs on ${data}. Start it (./kanga start), then ask for the code again.`);
  const shown = await codeOf(there.port, data);
  console.log(`${shown.code}\n
Open http://127.0.0.1:${there.port}/people and become the owner with it; an owner who has forgotten the password gets a new one by the same name.
It is good once, until ${new Date(shown.until).toLocaleString()}.`);
}
