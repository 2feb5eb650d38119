import { execFileSync, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { checkNode, ensureBuild, ensureModules, ensurePackages, IS_ROOT, say, sleep } from '../machine.mjs';
import { faultsOn } from './faults.mjs';
import { check, checkAtEnd } from './invariants.mjs';
import { Load } from './load.mjs';
import { numberIn } from '../words.mjs';
import { Random } from './random.mjs';
import { World } from './world.mjs';

/** After any fault it is healthy within so many seconds, without a hand. */
const HEALTHY = 30;
/** The small disk that can be filled, MB. */
const DISK = 1500;

/** A folder on a small disk of its own where that can be had (root, and a kernel that allows it); else on the usual one, and no disk is filled. */
function folderFor(megabytes) {
  const folder = mkdtempSync(join(tmpdir(), 'kanga-soak-'));
  const small =
    IS_ROOT &&
    spawnSync('mount', ['-t', 'tmpfs', '-o', `size=${megabytes}m`, 'tmpfs', folder], { stdio: 'ignore' }).status === 0;
  return {
    folder,
    small,
    remove: () => {
      if (small) execFileSync('umount', ['--lazy', folder]);
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** ./kanga soak [--faults N] [--seed N] [--minutes N]: faults of all kinds while a shop works, and nothing that was acknowledged may be lost. */
export async function soak(words) {
  checkNode();
  ensurePackages(['postgresql-15', 'poppler-utils', 'librsvg2-bin']);
  ensureModules();
  ensureBuild();
  const [faults, seed] = [numberIn(words, 'faults', 1000), numberIn(words, 'seed', Math.floor(Math.random() * 1e9))];
  const till = performance.now() + numberIn(words, 'minutes', 24 * 60) * 60_000;
  const random = new Random(seed);
  const { folder, small, remove } = folderFor(DISK);
  const kinds = faultsOn({ small });
  const names = Object.keys(kinds);
  console.log(`soak: seed ${seed}, ${faults} faults of ${names.length} kinds${small ? '' : ', no disk to fill here'}`);
  const world = new World(folder);
  const counts = Object.fromEntries(names.map((name) => [name, 0]));
  let [survived, slowest, name] = [0, 0, 'the start'];
  const load = new Load(world, new Random(seed + 1));
  try {
    await world.open();
    world.startWorker();
    await load.open();
    // Every kind once, in an order of chance, and then any of them.
    const first = [...names].sort(() => random.next() - 0.5);
    for (let i = 0; i < faults && performance.now() < till; i++) {
      name = first[i] ?? random.pick(names);
      await sleep(100 + random.below(900));
      const began = performance.now();
      await kinds[name](world, random);
      const back = await world.healthy(HEALTHY);
      const wrong = await check(world, load);
      if (wrong.length > 0) throw new Error(`after “${name}” (number ${i + 1}): ${wrong.join('; ')}`);
      counts[name]++;
      survived++;
      slowest = Math.max(slowest, back);
      say(
        `${i + 1} ${name}: healthy after ${back.toFixed(1)} s (${((performance.now() - began) / 1000).toFixed(1)} s in all), ${load.done} acknowledged`,
      );
    }
    await load.close();
    const wrong = [...(await checkAtEnd(world, load)), ...load.refused.slice(0, 10)];
    await world.launcher.kill('SIGTERM');
    await world.ended();
    const backups = join(world.data, 'backups');
    const half = existsSync(backups) ? readdirSync(backups).filter((name) => name.endsWith('.part')) : [];
    await world.start();
    wrong.push(...(await check(world, load)));
    if (wrong.length > 0) throw new Error(wrong.join('\n'));
    console.log(
      `soak: ${survived} faults survived, seed ${seed}; ${load.done} writes acknowledged and there, nothing twice; healthy again after ${slowest.toFixed(1)} s at most${half.length > 0 ? `; ${half.length} halves of backups lie where their makers were killed` : ''}`,
    );
    console.log(
      Object.entries(counts)
        .map(([name, n]) => `  ${n} × ${name}`)
        .join('\n'),
    );
  } catch (error) {
    console.error(
      `soak: failed after ${survived} faults, at “${name}”; play it again with --seed ${seed}\n${error.stack ?? error}\n--- what Kanga said last\n${world.said.slice(-3000)}\n--- what the worker said last\n${world.workerSaid.slice(-1500)}`,
    );
    process.exitCode = 1;
  } finally {
    await load.close();
    await world.close().catch((error) => console.error(error.message));
    remove();
  }
}
