import { Segmented } from 'antd';
import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { INCH, LIMITS, type LengthStyle } from '@velk/core/ground';
import { mergedShops } from '@velk/core/exchange';
import {
  minutesIn,
  SCHOOL_NAMES,
  SCHOOLS,
  SHORTEST_CROSSCUT,
  SHORTEST_FED,
  TALLEST,
  TALLEST_ALONE,
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
import { useStyle } from '../../keeping/useUnits.ts';
import { LengthField } from '../../widgets/LengthField.tsx';
import { NumberField } from '../../widgets/FieldInput.tsx';
import { Opening } from '../../frame/Opening.tsx';
import { Entrances } from './Entrances.tsx';
import { KeptList } from '../setups/KeptSetups.tsx';
import { GearSave } from './GearSave.tsx';
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

const STEPS = { mm: [0.5, 0.1, 0.05, 0.01], in: [INCH / 64, INCH / 200, INCH / 500, INCH / 1000] };

function Settings({ shop }: { shop: Shop }) {
  const dispatch = useAppDispatch();
  const style = useStyle();
  const put = (change: Partial<Shop>) => dispatch(gearChanged({ ...shop, ...change }));
  const { system } = shop.style;
  const setStyle = (change: Partial<LengthStyle>) => put({ style: { ...shop.style, ...change } });
  const switchUnits = (units: 'mm' | 'in') =>
    put({
      graduation: units === 'mm' ? 0.05 : INCH / 500,
      style: { ...shop.style, system: units, graduation: units === 'mm' ? 0.05 : INCH / 64 },
    });
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
        <div>
          <span className="quiet">Works in</span>
          <Segmented<LengthStyle['system']>
            aria-label="Unit of the shop"
            value={system}
            options={[
              { value: 'mm', label: 'millimetres' },
              { value: 'in', label: 'inches' },
            ]}
            onChange={switchUnits}
          />
        </div>
        <div>
          <span className="quiet">Finest step measured with rule or calliper</span>
          <Segmented
            aria-label="Finest step measured"
            value={STEPS[system].findIndex((s) => Math.abs(s - shop.graduation) < 1e-9)}
            options={STEPS[system].map((s, value) => ({
              value,
              label:
                system === 'mm'
                  ? `${s} mm`
                  : value === 0
                    ? '1/64 in'
                    : `${(s / INCH).toFixed(3)} in`,
            }))}
            onChange={(i) => put({ graduation: STEPS[system][Number(i)]! })}
          />
        </div>
        <div>
          <span className="quiet">Decimal sign</span>
          <Segmented<LengthStyle['decimal']>
            aria-label="Decimal sign"
            value={shop.style.decimal}
            options={[
              { value: '.', label: '12.5' },
              { value: ',', label: '12,5' },
            ]}
            onChange={(decimal) => setStyle({ decimal })}
          />
        </div>
        {system === 'in' && (
          <div>
            <span className="quiet">Inches are written</span>
            <Segmented<LengthStyle['inches']>
              aria-label="Inches are written"
              value={shop.style.inches}
              options={[
                { value: 'fraction', label: 'as fractions' },
                { value: 'decimal', label: 'as thousandths' },
              ]}
              onChange={(inches) => setStyle({ inches })}
            />
          </div>
        )}
        <label>
          <span className="quiet">Fit aimed at, clearance in all</span>
          <LengthField
            field="shop.targetClearance"
            label="fit aimed at"
            value={shop.targetClearance}
            style={{ ...style, inches: 'decimal' }}
            least={-0.05}
            most={0.15}
            onChange={(targetClearance) => put({ targetClearance })}
          />
        </label>
        <label>
          <span className="quiet">Second cut stops short by</span>
          <LengthField
            field="shop.secondCutShort"
            label="how much the second cut stops short"
            value={shop.secondCutShort}
            style={{ ...style, inches: 'decimal' }}
            least={0.2}
            most={0.5}
            onChange={(secondCutShort) => put({ secondCutShort })}
          />
        </label>
        <label>
          <span className="quiet">Left on each cheek for the plane; 0 off the saw to size</span>
          <LengthField
            field="shop.planeAllowance"
            label="what is left for the plane"
            value={shop.planeAllowance ?? 0}
            style={{ ...style, inches: 'decimal' }}
            least={0}
            most={1}
            onChange={(planeAllowance) => put({ planeAllowance })}
          />
        </label>
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
      <h2>Kept set-ups</h2>
      <KeptList />
      <h2>Rules of the place</h2>
      <div className="settings">
        <label className="tick">
          <input
            type="checkbox"
            checked={shop.rules.guardOff}
            onChange={(e) => put({ rules: { ...shop.rules, guardOff: e.target.checked } })}
          />{' '}
          The saw’s own guard may come off, with another in its place
        </label>
        <label className="tick">
          <input
            type="checkbox"
            checked={shop.rules.stacks}
            onChange={(e) => put({ rules: { ...shop.rules, stacks: e.target.checked } })}
          />{' '}
          Dado stacks are allowed on the table saw
        </label>
        {LENGTHS.map(({ rule, words, label, usual, least }) => (
          <label key={rule}>
            <span className="quiet">{words}</span>
            <LengthField
              field={`shop.${rule}`}
              label={label}
              value={shop.rules[rule] ?? usual}
              style={style}
              least={least}
              onChange={(length) => put({ rules: { ...shop.rules, [rule]: length } })}
            />
          </label>
        ))}
      </div>
      <Entrances />
      <p style={{ paddingTop: 14 }}>
        Machines, cutters and everything to measure with are in the{' '}
        <Link to="/chest">tool chest</Link>.
      </p>
    </>
  );
}

/** Lengths that the place sets. */
const LENGTHS = [
  {
    rule: 'shortestFed',
    words: 'Shortest piece fed by hand',
    label: 'shortest piece fed by hand',
    usual: SHORTEST_FED,
    least: SHORTEST_FED,
  },
  {
    rule: 'shortestCrosscut',
    words: 'Shortest piece crosscut',
    label: 'shortest piece crosscut',
    usual: SHORTEST_CROSSCUT,
    least: SHORTEST_CROSSCUT,
  },
  {
    rule: 'tallestAlone',
    words: 'Tallest piece on end alone',
    label: 'tallest piece on end alone',
    usual: TALLEST_ALONE,
    least: 100,
  },
  {
    rule: 'tallest',
    words: 'Tallest before another way is taken',
    label: 'tallest piece on end',
    usual: TALLEST,
    least: 100,
  },
] as const;

const CHANGES: Shown = [
  ['figure', 'One figure'],
  ['jig', 'A jig'],
  ['cutter', 'Cutter or blade'],
  ['stack', 'A stack'],
  ['machine', 'Another machine'],
  ['testCut', 'A test cut'],
];
const WORK: Shown = [
  ['clamped', 'Laid out or clamped, a piece'],
  ['sawn', 'A pass over a saw'],
  ['routed', 'A pass of a router'],
  ['fed', 'A metre of a cut along the piece'],
  ['pared', 'A bandsawn shoulder pared'],
  ['plunged', 'A plunge of a bit or chisel'],
  ['byHand', 'A cut by hand'],
  ['template', 'A template, made and tried'],
];
type Shown = readonly (readonly [keyof Minutes, string])[];

function MinutesFields({
  shop,
  shown,
  onChange,
}: {
  shop: Shop;
  shown: Shown;
  onChange: (minutes: Minutes) => void;
}) {
  return (
    <div className="settings">
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
