import './entering.css';
import { useState } from 'react';

/**
 * Where devices differ in how a certificate is taken in, and what one does there: common practice.
 */
const KINDS = [
  {
    called: 'It says that a profile was downloaded',
    steps: [
      'Settings: the line “Profile downloaded”, at the top. Install it.',
      'Settings, General, About, Certificate trust settings, at the very bottom: switch Velk on.',
    ],
  },
  {
    called: 'It says that certificates are installed in settings',
    steps: [
      'Settings: search for “certificate”; choose “CA certificate”, under security and credentials.',
      'Install all the same, then choose the file from the downloads.',
    ],
  },
  {
    called: 'A computer',
    steps: [
      'The browser’s settings: search for “certificates”, then the authorities or trusted roots.',
      'Import the file; trust it for websites. Then start the browser anew.',
    ],
  },
] as const;

/**
 * How a device takes in the authority of this Velk, by the kind of device: after that it warns no
 * more.
 */
export function TakingIn({ authority }: { authority?: string | undefined }) {
  const [kind, setKind] = useState(0);
  return (
    <div className="takingin">
      <div role="radiogroup" aria-label="Kind of device">
        {KINDS.map(({ called }, i) => (
          <label key={called}>
            <input
              type="radio"
              name="kind-of-device"
              checked={kind === i}
              onChange={() => setKind(i)}
            />{' '}
            {called}
          </label>
        ))}
      </div>
      <ol>
        <li>
          Fetch <a href="/authority.crt">the certificate</a>
          {authority && (
            <>
              {' '}
              and compare: <code>{authority.slice(0, 23)} …</code>
            </>
          )}
        </li>
        {KINDS[kind]!.steps.map((step) => (
          <li key={step}>{step}</li>
        ))}
        <li>Open Velk anew: no warning any more, and the floor works without the network.</li>
      </ol>
    </div>
  );
}
