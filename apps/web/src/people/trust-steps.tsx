import { addressOf } from '@kanga/contract/route';

/** How a device is told to trust the shop's own authority, by what stands in its settings. */
const STEPS: readonly [kind: string, steps: string][] = [
  [
    'A phone or tablet whose settings have “Encryption & credentials”',
    'Load the certificate. Settings, Security, Encryption & credentials, Install a certificate, CA certificate; choose the file.',
  ],
  [
    'A phone or tablet whose settings have “VPN & device management”',
    'Load the certificate with the device’s own browser and allow the profile. Settings, General, VPN & device management: install it. Then General, About, Certificate trust settings: switch it on.',
  ],
  [
    'A computer with a certificate wizard',
    'Open the file, Install certificate, Local machine, Place in the following store: Trusted root certification authorities.',
  ],
  [
    'A computer with a keychain',
    'Open the file with the keychain, add it to System, open it there, Trust: Always trust.',
  ],
  [
    'A computer with a package manager',
    'Copy the file to /usr/local/share/ca-certificates/ and run update-ca-certificates; a browser with a certificate store of its own takes it under Settings, Certificates, Authorities.',
  ],
];

/** A device that does not know the shop's authority warns once; this says how it is told. `root`: its fingerprint. */
export function TrustSteps({ root }: { root: string }) {
  return (
    <details className="border-t border-rule pt-2">
      <summary className="cursor-pointer font-semibold">A device warns that the address is not private</summary>
      <div className="mt-2 space-y-3">
        <p>
          It does not know this shop’s own authority yet. Go on past the warning once, load{' '}
          <a href={addressOf('rootCertificate', {})} className="text-cyan underline" download>
            the certificate
          </a>{' '}
          there, and have the device trust it. Its SHA-256 has to be:
        </p>
        <p className="figures text-[14px] break-all">{root}</p>
        <dl className="space-y-2">
          {STEPS.map(([kind, steps]) => (
            <div key={kind}>
              <dt className="font-semibold">{kind}</dt>
              <dd className="text-[15px]">{steps}</dd>
            </div>
          ))}
        </dl>
        <p className="text-[15px] text-soft">
          Its key stays on the machine, and nobody else has it. The camera and the sounds of a phone, and installing
          Kanga as an app, need a device that trusts it.
        </p>
      </div>
    </details>
  );
}
