import { lookup } from 'node:dns/promises';
import { BlockList, isIP } from 'node:net';
import { networkInterfaces } from 'node:os';
import { config } from '../config.js';

/** An address that Kanga does not connect to; what it says names the address and nothing of what may listen there. */
export class OutboundRefused extends Error {}

/** Where a connection goes: the number of the machine, looked up once and judged, so that its name cannot point elsewhere a moment later. */
export interface Target {
  url: URL;
  host: string;
  port: number;
  /** 4 or 6. */
  family: number;
}

/** The ports that devices are reached on when their address names none. */
const PORTS: Record<string, number> = { ipp: 631, ipps: 631, http: 80, https: 443, tcp: 502 };

const never = new BlockList();
// Link-local addresses, which is where clouds keep what they know of a machine (RFC 3927; RFC 4291, 2.5.6).
never.addSubnet('169.254.0.0', 16, 'ipv4');
never.addSubnet('fe80::', 10, 'ipv6');
never.addAddress('fd00:ec2::254', 'ipv6');
never.addAddress('100.100.100.200', 'ipv4');
// No machine at all: this network, groups of machines, and what is not given out (RFC 6890).
never.addSubnet('0.0.0.0', 8, 'ipv4');
never.addSubnet('224.0.0.0', 4, 'ipv4');
never.addSubnet('240.0.0.0', 4, 'ipv4');
never.addAddress('::', 'ipv6');
never.addSubnet('ff00::', 8, 'ipv6');

const loopback = new BlockList();
loopback.addSubnet('127.0.0.0', 8, 'ipv4');
loopback.addAddress('::1', 'ipv6');

/** An address of the old kind that is written as one of the new kind (RFC 4291, 2.5.5.2) is judged as what it is. */
function plain(host: string): string {
  const mapped = /^::ffff:(\d+\.\d+\.\d+\.\d+)$/i.exec(host)?.[1];
  if (mapped) return mapped;
  const hex = /^::ffff:([0-9a-f]{1,4}):([0-9a-f]{1,4})$/i.exec(host);
  if (!hex) return host;
  const [high, low] = [parseInt(hex[1] ?? '', 16), parseInt(hex[2] ?? '', 16)];
  return [high >> 8, high & 255, low >> 8, low & 255].join('.');
}

const kind = (host: string) => (isIP(host) === 6 ? 'ipv6' : 'ipv4');

/** Whether an address is one of this machine's own. */
function isHere(host: string): boolean {
  if (loopback.check(host, kind(host))) return true;
  return Object.values(networkInterfaces()).some((list) => list?.some(({ address }) => address === host));
}

/** Addresses that alone are allowed where a shop says so: numbers and networks, separated by commas (`KANGA_DEVICES`). */
function allowed(host: string): boolean {
  const given = process.env['KANGA_DEVICES'];
  if (!given) return true;
  const list = new BlockList();
  for (const one of given.split(',').map((text) => text.trim())) {
    const [network = '', bits] = one.split('/');
    if (bits === undefined) list.addAddress(network, kind(network));
    else list.addSubnet(network, Number(bits), kind(network));
  }
  return list.check(host, kind(host));
}

/** Ports of this machine that are Kanga itself: its own, and its database's. */
const ownPorts = () => [config().port, Number(new URL(config().databaseUrl).port || 5432)];

/**
 * Judges an address that a person typed, before anything is sent: one of the schemes that are meant, a port, never Kanga itself, never a link-local address.
 * Rejects with OutboundRefused.
 */
export async function judge(address: string, schemes: readonly string[]): Promise<Target> {
  let url: URL;
  try {
    url = new URL(address);
  } catch {
    throw new OutboundRefused(`“${address}” is no address`);
  }
  const scheme = url.protocol.slice(0, -1);
  if (!schemes.includes(scheme))
    throw new OutboundRefused(`${address} must begin with ${schemes.map((one) => `${one}://`).join(' or ')}`);
  if (url.username !== '' || url.password !== '')
    throw new OutboundRefused(`${url.host} must be given without a name and password`);
  // What is not of the web is read as a name of any kind: it is read again as a machine.
  const { hostname } = new URL(`http://${url.host || 'x'}`);
  const named = hostname.replace(/^\[|\]$/g, '');
  const port = url.port === '' ? PORTS[scheme] : Number(url.port);
  if (!port) throw new OutboundRefused(`${address} names no port`);
  const found = isIP(named)
    ? [{ address: named, family: isIP(named) }]
    : await lookup(named, { all: true }).catch(() => {
        throw new OutboundRefused(`nothing is known under the name ${named}`);
      });
  const [first] = found;
  if (!first) throw new OutboundRefused(`nothing is known under the name ${named}`);
  for (const { address: one } of found) {
    const host = plain(one);
    if (never.check(host, kind(host))) throw new OutboundRefused(`${url.host} is no address of a device`);
    if (isHere(host) && ownPorts().includes(port)) throw new OutboundRefused(`${url.host} is Kanga itself`);
    if (!allowed(host)) throw new OutboundRefused(`${url.host} is not among the devices that this shop allows`);
  }
  return { url, host: first.address, port, family: first.family };
}
