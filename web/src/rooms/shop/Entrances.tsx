import './shop.css';
import { QRCode } from 'antd';
import { useRef, useState, type FormEvent } from 'react';
import type { Access, Session } from '@velk/core/wire';
import { SameFingerprint } from '../../drawings/SameFingerprint.tsx';
import {
  sentenceOf,
  useAccessDevicesQuery,
  useAccessEndMutation,
  useAccessLeaveMutation,
  useAccessPassphraseMutation,
  useAccessQuery,
  useAccessUnlockMutation,
} from '../../server/api.ts';
import { momentName } from '../../browser/dates.ts';
import { forgetAllSent } from '../../frame/leaving.ts';
import { useOneStop } from '../../frame/useOneStop.ts';
import { TakingIn } from '../entering/TakingIn.tsx';

const WHERE = { machine: 'at this machine', network: 'from the shop’s network' };

/**
 * Who is let in, and by what: seen and changed at the machine; from the network one sees oneself
 * and can leave.
 */
export function Entrances() {
  const { data: access } = useAccessQuery();
  const { data: devices } = useAccessDevicesQuery();
  const list = useRef<HTMLUListElement>(null);
  const oneStop = useOneStop(list, { items: '.device' });
  if (!access?.in) return null;
  return (
    <section aria-labelledby="let-in">
      <h2 id="let-in">Who is let in</h2>
      {access.door === 'machine' && <NetworkDoor access={access} />}
      {devices && devices.length > 0 && (
        <ul ref={list} {...oneStop} className="rows devices" aria-label="Devices let in">
          {devices.map((device) => (
            <Device key={device.id} device={device} access={access} />
          ))}
        </ul>
      )}
    </section>
  );
}

function Device({ device, access }: { device: Session; access: Access }) {
  const [end] = useAccessEndMutation();
  const [leave] = useAccessLeaveMutation();
  /** Whatever the page has in memory goes with it. */
  const signOut = async () => {
    if ((await leave()).error) return;
    await forgetAllSent();
    window.location.assign('/');
  };
  const own = device.id === access.session;
  const seen = momentName(device.seenAt);
  return (
    <li className="row device">
      <strong>{device.device}</strong>
      <span className="quiet">
        {WHERE[device.door]}, seen {seen}
        {own && ', this browser'}
      </span>
      <button
        className="link"
        aria-label={own ? 'Sign this browser out' : `Let ${device.device} in no longer`}
        onClick={() => void (own ? signOut() : end(device.id))}
      >
        {own ? 'Sign out' : 'Let in no longer'}
      </button>
    </li>
  );
}

function NetworkDoor({ access }: { access: Access }) {
  const [unlock] = useAccessUnlockMutation();
  const { network, passphrase, lockedUntil } = access;
  const address = network?.addresses[0];
  return (
    <>
      {lockedUntil && (
        <p className="note warn" role="status">
          Too many wrong passphrases came from the network: none is taken until{' '}
          {momentName(lockedUntil)}.{' '}
          <button className="link" onClick={() => void unlock()}>
            Take them again now
          </button>
        </p>
      )}
      {network ? (
        <div className="netdoor">
          {address && (
            <QRCode
              value={address}
              size={172}
              type="svg"
              bordered={false}
              bgColor="#fff"
              color="#000"
            />
          )}
          <div>
            <p>
              A tablet in the shop’s network opens{' '}
              {network.addresses.map((one, i) => (
                <span key={one}>
                  {i > 0 && ' or '}
                  <strong>{one}</strong>
                </span>
              ))}
              , or scans this, types the passphrase once, and says what it is called.
            </p>
            <p>
              The first time its browser warns: open the details of the warning, and go on only
              where the fingerprint there is this one, letter by letter. Where it is another,
              somebody stands in between: close the page, and start Velk anew at the machine.
              <br />
              <code>{network.fingerprint}</code>
              <SameFingerprint fingerprint={network.fingerprint} />
            </p>
          </div>
          {address && (
            <>
              <QRCode
                value={`${address}/authority.crt`}
                size={172}
                type="svg"
                bordered={false}
                bgColor="#fff"
                color="#000"
              />
              <div>
                <p>
                  Once a tablet has taken in this certificate it warns no more, and the floor works
                  without the network. Scan this on the tablet, then:
                </p>
                <TakingIn authority={network.authority} />
              </div>
            </>
          )}
        </div>
      ) : (
        <p className="quiet">
          Velk listens on this machine alone. To let tablets of the shop in, set a passphrase, then
          start it with <code>VELK_HOST=0.0.0.0 npm start</code>.
        </p>
      )}
      <Passphrase set={passphrase === true} />
    </>
  );
}

function Passphrase({ set }: { set: boolean }) {
  const [said, setSaid] = useState('');
  const [put, { error, isLoading, isSuccess }] = useAccessPassphraseMutation();
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void put(said).then(({ error }) => error === undefined && setSaid(''));
  };
  return (
    <form className="passphrase" onSubmit={submit}>
      <label>
        <span className="quiet">
          {set
            ? 'A new passphrase; devices of the network then type it anew'
            : 'A passphrase for the shop’s network'}
        </span>
        <span className="field wide">
          {/* eslint-disable-next-line velk/kept-text -- a secret is never kept */}
          <input
            aria-label="Passphrase for the shop’s network"
            type="password"
            autoComplete="new-password"
            maxLength={128}
            value={said}
            onChange={(e) => setSaid(e.target.value)}
          />
        </span>
      </label>
      <button className="link" type="submit" disabled={!said || isLoading}>
        {set ? 'Change it' : 'Set it'}
      </button>
      {error && (
        <p className="note error" role="alert">
          {sentenceOf(error)}
        </p>
      )}
      {isSuccess && !said && <p role="status">The passphrase is set.</p>}
    </form>
  );
}
