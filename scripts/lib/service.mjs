import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { homedir } from 'node:os';
import { join } from 'node:path';
import { dataFolder, wantedPort } from './ground/data-folder.mjs';
import { IS_ROOT, Lack, ROOT, say } from './machine.mjs';

const NAME = 'kanga.service';

/** systemd reads `%` and spaces in its own way (systemd.unit(5), systemd.syntax(7)). */
const quoted = (text) => `"${text.replaceAll('\\', '\\\\').replaceAll('"', '\\"').replaceAll('%', '%%')}"`;

/** The unit that keeps Kanga running: started with the machine, or with its user, and again whenever it ends. */
const unit = ({ root, data, port, system }) => `[Unit]
Description=Kanga, a bench companion for dye-sublimation decorators
After=network.target

[Service]
ExecStart=${quoted(join(root, 'kanga'))} start
Environment=${quoted(`KANGA_DATA=${data}`)}
Environment=KANGA_PORT=${port}
Restart=always
RestartSec=2
KillMode=mixed
TimeoutStartSec=infinity
TimeoutStopSec=150

[Install]
WantedBy=${system ? 'multi-user.target' : 'default.target'}
`;

const folderOf = (system) =>
  system
    ? (process.env.KANGA_UNITS ?? '/etc/systemd/system')
    : join(process.env.XDG_CONFIG_HOME ?? join(homedir(), '.config'), 'systemd/user');

function systemctl(system, ...args) {
  const { status, error, stderr } = spawnSync('systemctl', [...(system ? [] : ['--user']), ...args], {
    encoding: 'utf8',
  });
  if (!error && status === 0) return true;
  say(`systemctl ${args.join(' ')} did not work here (${(error?.message ?? stderr).trim().split('\n')[0]})`);
  return false;
}

/** ./kanga service install|remove [--user|--system] */
export function service([what, ...flags]) {
  const system = flags.includes('--system') || (IS_ROOT && !flags.includes('--user'));
  const file = join(folderOf(system), NAME);
  const scope = system ? '' : '--user ';
  if (what === 'install') {
    mkdirSync(folderOf(system), { recursive: true });
    writeFileSync(file, unit({ root: ROOT, data: dataFolder(), port: wantedPort(), system }));
    say(`written: ${file}`);
    if (systemctl(system, 'daemon-reload') && systemctl(system, 'enable', '--now', NAME))
      console.log('Kanga runs as a service: it starts with the machine, and again whenever it ends.');
    else
      console.log(
        `Where systemd runs, these make it start: systemctl ${scope}daemon-reload; systemctl ${scope}enable --now ${NAME}`,
      );
    return;
  }
  if (what !== 'remove')
    throw new Lack('say what to do: ./kanga service install or ./kanga service remove (--user or --system).');
  if (!existsSync(file)) {
    console.log(`There is no ${file}: nothing to remove.`);
    return;
  }
  systemctl(system, 'disable', '--now', NAME);
  rmSync(file);
  systemctl(system, 'daemon-reload');
  console.log('The service is removed. The data are kept.');
}
