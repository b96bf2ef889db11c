import { Segmented } from 'antd';
import { INCH, type LengthStyle, type Mm } from '@velk/core/ground';
import {
  SHORTEST_CROSSCUT,
  SHORTEST_FED,
  HIGHEST_BLADE,
  TALLEST,
  TALLEST_ALONE,
  USUAL_RULE,
  ruleOf,
  type Shop,
} from '@velk/core/shop';
import { useStyle } from '../../keeping/useUnits.ts';
import { LengthField } from '../../widgets/LengthField.tsx';
import { inDecimals } from '../../widgets/Length.tsx';

/** Steps that what makes a fit is set by, and those a rule shows. */
const STEPS = { mm: [0.5, 0.1, 0.05, 0.01], in: [INCH / 64, INCH / 200, INCH / 500, INCH / 1000] };
const RULES = { mm: [1, 0.5], in: [INCH / 32, INCH / 64] };

interface SettingsProps {
  readonly shop: Shop;
  readonly put: (change: Partial<Shop>) => void;
}

/** A step of a shop as it is written on its rule. */
const stepLabel = (step: Mm, system: LengthStyle['system']): string => {
  if (system === 'mm') return `${step} mm`;
  return step < INCH / 100 ? `${(step / INCH).toFixed(3)} in` : `1/${Math.round(INCH / step)} in`;
};

interface StepsProps {
  readonly label: string;
  readonly steps: readonly Mm[];
  readonly value: Mm;
  readonly system: LengthStyle['system'];
  readonly onChange: (step: Mm) => void;
}

function Steps({ label, steps, value, system, onChange }: StepsProps) {
  return (
    <div>
      <span className="quiet">{label}</span>
      <Segmented
        aria-label={label}
        value={steps.findIndex((step) => Math.abs(step - value) < 1e-9)}
        options={steps.map((step, i) => ({ value: i, label: stepLabel(step, system) }))}
        onChange={(i) => onChange(steps[Number(i)]!)}
      />
    </div>
  );
}

/** In which unit the shop works, how finely it measures, and how lengths are written. */
export function Writing({ shop, put }: SettingsProps) {
  const { system } = shop.style;
  const setStyle = (change: Partial<LengthStyle>) => put({ style: { ...shop.style, ...change } });
  const switchUnits = (units: 'mm' | 'in') =>
    put({
      graduation: units === 'mm' ? 0.05 : INCH / 1000,
      rule: USUAL_RULE[units],
      style: { ...shop.style, system: units, graduation: units === 'mm' ? 0.05 : INCH / 64 },
    });
  return (
    <>
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
      <Steps
        label="A rule here shows"
        steps={RULES[system]}
        value={ruleOf(shop)}
        system={system}
        onChange={(rule) => put({ rule })}
      />
      <Steps
        label="Finest step, for what makes a fit"
        steps={STEPS[system]}
        value={shop.graduation}
        system={system}
        onChange={(graduation) => put({ graduation })}
      />
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
    </>
  );
}

/** Lengths by which the shop’s joints fit. */
const FITS = [
  {
    of: 'targetClearance',
    words: 'Fit aimed at, clearance in all',
    label: 'fit aimed at',
    least: -0.05,
    most: 0.15,
  },
  {
    of: 'secondCutShort',
    words: 'Second cut stops short by',
    label: 'how much the second cut stops short',
    least: 0.2,
    most: 0.5,
  },
  {
    of: 'planeAllowance',
    words: 'Left on each cheek for the plane; 0 off the saw to size',
    label: 'what is left for the plane',
    least: 0,
    most: 1,
  },
] as const;

export function Fits({ shop, put }: SettingsProps) {
  const style = useStyle();
  return FITS.map(({ of, words, label, least, most }) => (
    <label key={of}>
      <span className="quiet">{words}</span>
      <LengthField
        field={`shop.${of}`}
        label={label}
        value={shop[of] ?? 0}
        style={inDecimals(style)}
        least={least}
        most={most}
        onChange={(length) => put({ [of]: length })}
      />
    </label>
  ));
}

/** What the place allows, and the lengths it sets. */
export function RulesOfPlace({ shop: { rules }, put }: SettingsProps) {
  const style = useStyle();
  const allow = (change: Partial<Shop['rules']>) => put({ rules: { ...rules, ...change } });
  return (
    <div className="settings">
      <label className="tick">
        <input
          type="checkbox"
          checked={rules.guardOff}
          onChange={(e) => allow({ guardOff: e.target.checked })}
        />{' '}
        The saw’s own guard may come off, with another in its place
      </label>
      <label className="tick">
        <input
          type="checkbox"
          checked={rules.stacks}
          onChange={(e) => allow({ stacks: e.target.checked })}
        />{' '}
        Dado stacks are allowed on the table saw
      </label>
      {LENGTHS.map(({ rule, words, label, usual, least }) => (
        <label key={rule}>
          <span className="quiet">{words}</span>
          <LengthField
            field={`shop.${rule}`}
            label={label}
            value={rules[rule] ?? usual}
            style={style}
            least={least}
            onChange={(length) => allow({ [rule]: length })}
          />
        </label>
      ))}
    </div>
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
  {
    rule: 'highestBlade',
    words: 'Highest blade for a piece on end, guarded',
    label: 'highest blade for a piece on end',
    usual: HIGHEST_BLADE,
    least: 25,
  },
] as const;
