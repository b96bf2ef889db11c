import './shop.css';
import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { LIMITS } from '@velk/core/ground';
import { mergedShops } from '@velk/core/exchange';
import {
  minutesIn,
  SCHOOL_NAMES,
  SCHOOLS,
  USUAL_SCHOOLS,
  type Minutes,
  type SchoolName,
  type Schools,
  type Shop,
} from '@velk/core/shop';
import { useNameDeviceMutation } from '../../server/api.ts';
import { deviceId, deviceName, keepDeviceName } from '../../server/device.ts';
import { Frame } from '../../frame/Frame.tsx';
import { gearChanged } from '../../keeping/gear.ts';
import { LeftBehind } from '../../keeping/LeftBehind.tsx';
import { useAppDispatch } from '../../store.ts';
import { useGear } from '../../keeping/useGear.ts';
import { NumberField } from '../../widgets/FieldInput.tsx';
import { Opening } from '../../frame/Opening.tsx';
import { Entrances } from './Entrances.tsx';
import { KeptList } from '../setups/KeptSetups.tsx';
import { Fits, RulesOfPlace, Writing } from './ShopSettings.tsx';
import { SetByOrder } from './SetByOrder.tsx';
import { GearSave } from './GearSave.tsx';
import { KnownMachines } from './KnownMachines.tsx';
import { useOneStop } from '../../frame/useOneStop.ts';
import { WordsField } from '../../widgets/WordsField.tsx';

/** How the shop works: units, fit, ways of working where practice differs, minutes, local rules. */
export default function ShopRoom() {
  const { shop, behind } = useGear();
  return (
    <Frame job={null} title={shop?.name ?? ''} aside={null}>
      {shop ? (
        <div className="sheet">
          <LeftBehind what="the shop" now={shop} merge={mergedShops} {...behind} />
          <Settings shop={shop} />
        </div>
      ) : (
        <Opening />
      )}
    </Frame>
  );
}

function Settings({ shop }: { shop: Shop }) {
  const dispatch = useAppDispatch();
  const put = (change: Partial<Shop>) => dispatch(gearChanged({ ...shop, ...change }));
  return (
    <>
      <header className="between">
        <h1>Shop</h1>
        <GearSave />
      </header>
      <div className="settings">
        <label>
          <span className="quiet">Shop</span>
          <WordsField
            field="shop.name"
            label="Shop name"
            called="The name of the shop"
            value={shop.name}
            className="wide"
            onChange={(name) => put({ name })}
          />
        </label>
        <DeviceName />
        <Writing shop={shop} put={put} />
        <Fits shop={shop} put={put} />
        <SetByOrder setBy={shop.setBy ?? []} put={put} />
      </div>
      <h2>Where good practice differs</h2>
      <p className="quiet">A job can answer each of these its own way, under Methods.</p>
      <SchoolChoices
        own={shop.schools}
        onChange={(school, answer) => put({ schools: { ...shop.schools, [school]: answer } })}
      />
      <h2>Minutes a change costs</h2>
      <MinutesFields shop={shop} shown={CHANGES} onChange={(minutes) => put({ minutes })} />
      <h2>Minutes the work takes, for each piece</h2>
      <p className="quiet">
        The way that takes the whole batch the least, setting and cutting, comes first.
      </p>
      <MinutesFields shop={shop} shown={WORK} onChange={(minutes) => put({ minutes })} />
      <KnownMachines shop={shop} />
      <h2>Kept set-ups</h2>
      <KeptList />
      <h2>Rules of the place</h2>
      <RulesOfPlace shop={shop} put={put} />
      <Entrances />
      <p className="tochest">
        Machines, cutters and everything to measure with are in the{' '}
        <Link to="/chest">tool chest</Link>.
      </p>
    </>
  );
}

const CHANGES: Shown = [
  ['figure', 'One figure'],
  ['jig', 'A jig'],
  ['cutter', 'A router’s cutter'],
  ['blade', 'A saw blade'],
  ['stack', 'A stack'],
  ['bandBlade', 'A bandsaw blade'],
  ['bit', 'A bit'],
  ['chisel', 'A hollow chisel'],
  ['machine', 'Another machine'],
  ['testCut', 'A test cut'],
  ['testFigure', 'Each figure it has to find'],
];
const WORK: Shown = [
  ['clamped', 'Laid out or clamped, a piece'],
  ['marked', 'A line marked on a piece'],
  ['sawn', 'A pass over a saw or router table'],
  ['fed', 'A metre sawn, an inch deep'],
  ['routed', 'A pass of a router'],
  ['led', 'A metre routed'],
  ['plunged', 'A plunge of a bit or chisel'],
  ['pared', '10 cm² of bandsawn shoulder pared'],
  ['byHand', '60 cm² sawn by hand'],
  ['template', 'A template, made and tried'],
  ['bushing', 'A bushing changed for another'],
  ['spacer', 'A plain spacer made'],
  ['held', 'A spacer put in and taken out'],
];
type Shown = readonly (readonly [keyof Minutes, string])[];

/** A long list: one stop of Tab, Alt with the arrows from one to the next. */
function MinutesFields({
  shop,
  shown,
  onChange,
}: {
  shop: Shop;
  shown: Shown;
  onChange: (minutes: Minutes) => void;
}) {
  const list = useRef<HTMLDivElement>(null);
  const oneStop = useOneStop(list, { items: 'label', alt: true });
  return (
    <div ref={list} {...oneStop} className="settings">
      {shown.map(([key, words]) => (
        <label key={key}>
          <span className="quiet">{words}</span>
          <NumberField
            name={`shop.minutes.${key}`}
            label={`Minutes: ${words}`}
            value={minutesIn(shop)[key]}
            check={(n) => (n >= 0 && n <= 1000) || 'Minutes, from 0 to 1000.'}
            onChange={(n) => onChange({ ...shop.minutes, [key]: n })}
          />
        </label>
      ))}
    </div>
  );
}

/**
 * The questions practitioners answer differently, each with its reason; `shop` shows what a job
 * departs from.
 */
export function SchoolChoices({
  own,
  shop,
  onChange,
}: {
  own: Partial<Schools>;
  shop?: Schools;
  onChange: (school: SchoolName, answer: string | null) => void;
}) {
  return (
    <div className="rows">
      {SCHOOL_NAMES.map((name) => {
        const { question, answers, why, changes } = SCHOOLS[name];
        const usual = { ...USUAL_SCHOOLS, ...shop };
        const as = (answers as Record<string, string>)[usual[name]]!;
        const same = {
          value: '',
          label: `As the shop: ${as.charAt(0).toLowerCase()}${as.slice(1)}`,
        };
        const options = [
          ...(shop ? [same] : []),
          ...Object.entries(answers).map(([value, label]) => ({ value, label })),
        ];
        return (
          <div key={name} className="row school">
            <strong>{question}</strong>
            <span role="radiogroup" aria-label={question}>
              {options.map(({ value, label }) => (
                <label key={value} className="answerto">
                  <input
                    type="radio"
                    name={`school-${name}`}
                    checked={(own[name] ?? (shop ? '' : usual[name])) === value}
                    onChange={() => onChange(name, value === '' ? null : value)}
                  />{' '}
                  {label}
                </label>
              ))}
            </span>
            <span className="quiet">
              {why} It changes {changes}.
            </span>
          </div>
        );
      })}
    </div>
  );
}

function DeviceName() {
  const [nameDevice] = useNameDeviceMutation();
  const [device, setDevice] = useState(deviceName());
  const told = useRef(device);
  const tell = () => {
    const name = deviceName();
    if (!name || name === told.current) return;
    told.current = name;
    void nameDevice({ id: deviceId(), name });
  };
  /** Also where one leaves by a key, while still in the field. */
  const newest = useRef(tell);
  newest.current = tell;
  useEffect(() => () => newest.current(), []);
  return (
    <label>
      <span className="quiet">This device is called</span>
      <span className="field wide">
        <input
          aria-label="Device name"
          maxLength={LIMITS.device}
          value={device}
          placeholder="such as Bench tablet"
          onChange={(e) => {
            setDevice(e.target.value);
            keepDeviceName(e.target.value.trim());
          }}
          onBlur={tell}
        />
      </span>
    </label>
  );
}
