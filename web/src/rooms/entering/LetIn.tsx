import { Button } from 'antd';
import { useEffect, useState, type FormEvent } from 'react';
import { LIMITS } from '@velk/core/ground';
import type { Access } from '@velk/core/wire';
import { sentenceOf, useAccessEnterMutation } from '../../server/api.ts';
import { deviceName, keepDeviceName } from '../../server/device.ts';
import { TakingIn } from './TakingIn.tsx';
import { keyIn, thisDevice } from '../../server/entering.ts';
import { unsentHere, type Unsent } from '../../frame/leaving.ts';

const counted = (count: number, thing: string): string[] =>
  count === 0 ? [] : [`${count} ${thing}${count === 1 ? '' : 's'}`];

/** What was done here and not sent, in words. */
function useUnsent(): string[] {
  const [{ jobs, lines }, setUnsent] = useState<Unsent>({ jobs: 0, lines: 0 });
  useEffect(() => {
    void unsentHere().then(setUnsent, () => undefined);
  }, []);
  return [...counted(jobs, 'changed job'), ...counted(lines, 'line')];
}

/**
 * The door: at the machine by the key that Velk printed, from the shop’s network by its passphrase.
 */
export default function LetIn({ door }: { door: Access['door'] }) {
  const [said, setSaid] = useState('');
  const [shown, setShown] = useState(false);
  const [name, setName] = useState(deviceName());
  const [enter, { error, isLoading }] = useAccessEnterMutation();
  const unsent = useUnsent();
  const network = door === 'network';
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void enter({
      ...(network ? { passphrase: said } : { key: keyIn(said) }),
      device: thisDevice(name),
    });
  };
  return (
    <main className="firstrun">
      <span className="brand">Velk</span>
      <h1>{network ? 'Who is there?' : 'Velk does not know this browser yet'}</h1>
      <p className="quiet">
        {network
          ? 'The passphrase of the shop lets this device in; it is asked once. Whoever runs Velk has set it.'
          : 'Open the address that Velk printed when it started: it ends in a key that lets you in. Or paste it here.'}
      </p>
      {unsent.length > 0 && (
        <p className="note" role="status">
          What was done here and not sent is kept on this device: {unsent.join(' and ')}. It goes
          out once the device is let in and the job is opened.
        </p>
      )}
      <form onSubmit={submit}>
        <label>
          <span>{network ? 'Passphrase of the shop' : 'The address, or its key'}</span>
          <span className="field wide">
            {/* eslint-disable-next-line velk/kept-text -- a secret is never kept */}
            <input
              autoFocus
              aria-label={network ? 'Passphrase of the shop' : 'Address or key'}
              type={network && !shown ? 'password' : 'text'}
              autoComplete={network ? 'current-password' : 'off'}
              maxLength={300}
              value={said}
              onChange={(e) => setSaid(e.target.value)}
            />
          </span>
        </label>
        {network && (
          <>
            <label className="tick">
              <input type="checkbox" checked={shown} onChange={(e) => setShown(e.target.checked)} />{' '}
              Show it
            </label>
            <label>
              <span>
                What is this device called?{' '}
                <span className="quiet">Saves are kept under its name.</span>
              </span>
              <span className="field wide">
                <input
                  aria-label="Name of this device"
                  placeholder="such as Bench tablet"
                  maxLength={LIMITS.device}
                  value={name}
                  onChange={(e) => {
                    setName(e.target.value);
                    keepDeviceName(e.target.value.trim());
                  }}
                />
              </span>
            </label>
          </>
        )}
        {error && (
          <p className="note error" role="alert">
            {sentenceOf(error)}
          </p>
        )}
        <Button type="primary" htmlType="submit" loading={isLoading} disabled={!said.trim()}>
          Come in
        </Button>
      </form>
      {network && (
        <details>
          <summary>The browser warned before this page</summary>
          <TakingIn />
        </details>
      )}
    </main>
  );
}
