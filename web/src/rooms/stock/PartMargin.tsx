import './stock.css';
import { Segmented } from 'antd';
import { LIMITS, type LengthStyle, type Sentence } from '@velk/core/ground';
import { allowancesOf } from '@velk/core/day';
import {
  batchesOf,
  cradleProblems,
  freshId,
  freshName,
  pieceOf,
  proposedCradle,
  SPECIES,
  unlike,
  type Cradle,
  type Part,
} from '@velk/core/shop';
import type { Job } from '@velk/core/design';
import { useShopQuery } from '../../server/api.ts';
import { PartDrawing } from '../../drawings/PartDrawing.tsx';
import { Length } from '../../widgets/Length.tsx';
import { LengthField } from '../../widgets/LengthField.tsx';
import { Spoken } from '../../widgets/Spoken.tsx';
import { WordsField } from '../../widgets/WordsField.tsx';
import { Choice } from '../../widgets/Choice.tsx';
import { PartRods } from './PartRods.tsx';

interface Props {
  readonly job: Job;
  readonly part: Part;
  readonly style: LengthStyle;
  readonly onChange: (part: Part) => void;
  readonly onCopy: (part: Part) => void;
  readonly onRemove: () => void;
}

/**
 * One part: its marks, its hands, its wood, its rough length, and what to do with pieces that
 * differ.
 */
export function PartMargin({ job, part, style, onChange, onCopy, onRemove }: Props) {
  const used = job.joints.some((j) => j.tenoned.part === part.id || j.mortised.part === part.id);
  return (
    <>
      <h3>{part.name}</h3>
      <PartDrawing part={part} />
      <Unlike part={part} style={style} onChange={onChange} />
      <div className="toolfields">
        <Words
          field={`stock.${part.id}.referenceFace`}
          label="Reference face looks to the"
          hint="front"
          value={part.referenceFace}
          onChange={(referenceFace) => onChange({ ...part, referenceFace })}
        />
        <Words
          field={`stock.${part.id}.referenceEdge`}
          label="Reference edge looks to the"
          hint="top"
          value={part.referenceEdge}
          onChange={(referenceEdge) => onChange({ ...part, referenceEdge })}
        />
        <Words
          field={`stock.${part.id}.set`}
          label="Set"
          hint="A"
          most={LIMITS.mark}
          value={part.set}
          onChange={(set) => onChange({ ...part, set })}
        />
        <div className="wide">
          <span>Left and right</span>
          <Segmented<Part['hands']>
            size="small"
            aria-label={`${part.name}, left and right`}
            value={part.hands}
            options={[
              { value: 'alike', label: 'all alike' },
              { value: 'pairs', label: 'half of each hand' },
            ]}
            onChange={(hands) => onChange({ ...part, hands })}
          />
        </div>
        {used && (
          <div className="wide">
            <span>Its halves of joints</span>
            <Segmented<'shop' | 'first'>
              size="small"
              aria-label={`${part.name}, its halves of joints`}
              value={part.leads ? 'first' : 'shop'}
              options={[
                { value: 'shop', label: 'as the shop does' },
                { value: 'first', label: 'first, mates fitted' },
              ]}
              onChange={(order) => onChange({ ...part, leads: order === 'first' })}
            />
          </div>
        )}
      </div>
      {part.hands === 'pairs' && (
        <div>
          <PartDrawing part={part} mirrored />
          <p className={part.quantity % 2 ? 'note warning' : 'quiet'}>
            {part.quantity % 2
              ? `△ ${part.quantity} pieces can’t be halved into left and right.`
              : `${part.quantity / 2} left and ${part.quantity / 2} right: a part can be turned, never mirrored.`}
          </p>
        </div>
      )}
      <PartRods job={job} part={part} style={style} />
      <Rough job={job} part={part} style={style} onChange={onChange} />
      <Bed part={part} style={style} onChange={onChange} />
      <Wood part={part} onChange={onChange} />
      <div className="abreast">
        <button
          className="link"
          onClick={() => {
            const name = freshName(`${part.name} copy`, job.parts);
            onCopy({ ...part, name, id: freshId(name, job.parts) });
          }}
        >
          Make another like it
        </button>
        <button
          className="link"
          disabled={used}
          title={used ? 'A joint uses it' : ''}
          onClick={onRemove}
        >
          Remove
        </button>
      </div>
    </>
  );
}

type Changed = Pick<Props, 'part' | 'onChange'>;

/** That pieces differ, and whether they are cut apart for it. */
function Unlike({ part, style, onChange }: Changed & Pick<Props, 'style'>) {
  const batches = batchesOf(part.thickness, part.quantity);
  const odd: Sentence[] = [...unlike(part, 'thickness'), ...unlike(part, 'width')];
  if (!odd.length) return null;
  return (
    <div className={`note ${part.apart ? '' : 'warning'}`}>
      <h3>{part.apart ? 'Cut apart' : 'Pieces differ'}</h3>
      {odd.map((sentence, i) => (
        <p key={i}>
          <Spoken sentence={sentence} style={style} />.
        </p>
      ))}
      {batches.length > 1 && (
        <p>
          {part.apart
            ? `Cut in ${batches.length} batches, each with figures of its own. `
            : 'Plane them alike, or cut them apart; until then ways from one face come first. '}
          <button className="link" onClick={() => onChange({ ...part, apart: !part.apart })}>
            {part.apart ? 'Cut them together' : 'Cut them apart'}
          </button>
        </p>
      )}
    </div>
  );
}

/** What it is of, and how its rings lie. */
function Wood({ part, onChange }: Changed) {
  return (
    <div className="toolfields">
      <div className="wide">
        <span>Wood</span>
        <Choice
          label={`${part.name}, wood`}
          value={part.species}
          options={[
            { value: '', label: 'not said' },
            ...SPECIES.map((s) => ({ value: s.id, label: s.name })),
          ]}
          onChange={(species) => onChange({ ...part, species })}
        />
      </div>
      {part.species && (
        <div className="wide">
          <span>Rings on its end</span>
          <Segmented<Part['rings']>
            size="small"
            aria-label={`${part.name}, rings`}
            value={part.rings}
            options={[
              { value: 'flat', label: 'along the width' },
              { value: 'diagonal', label: 'diagonal' },
              { value: 'quarter', label: 'upright' },
            ]}
            onChange={(rings) => onChange({ ...part, rings })}
          />
        </div>
      )}
    </div>
  );
}

function Words({
  field,
  label,
  hint,
  value,
  most = LIMITS.words,
  onChange,
}: {
  field: string;
  label: string;
  hint: string;
  value: string;
  most?: number;
  onChange: (words: string) => void;
}) {
  return (
    <div>
      <span>{label}</span>
      <WordsField
        field={field}
        label={label}
        value={value}
        most={most}
        mayBeEmpty
        hint={hint}
        onChange={onChange}
      />
    </div>
  );
}

/** The length it is sawn to until the joinery is done, and why it is longer. */
function Rough({ job, part, style, onChange }: Pick<Props, 'job' | 'part' | 'style' | 'onChange'>) {
  const { data } = useShopQuery();
  const allowances = data ? allowancesOf(part, job, data.shop) : [];
  const proposed = part.length + allowances.reduce((sum, a) => sum + a.length, 0);
  const rough = part.roughLength || part.length;
  return (
    <div className="toolfields">
      <div>
        <span>
          Rough length
          {part.roughLength > 0 && part.roughLength < part.length && (
            <small className="wrong">■ shorter than its final length</small>
          )}
        </span>
        <LengthField
          field={`stock.${part.id}.roughLength`}
          label={`${part.name}, rough length`}
          value={rough}
          style={style}
          onChange={(roughLength) => onChange({ ...part, roughLength })}
        />
      </div>
      {allowances.length > 0 && Math.abs(rough - proposed) > 1e-6 && (
        <p className="quiet">
          {allowances.map((a, i) => (
            <span key={i}>
              <Spoken sentence={a.reason} style={style} />.{' '}
            </span>
          ))}
          <button className="link" onClick={() => onChange({ ...part, roughLength: proposed })}>
            Use <Length value={proposed} style={style} />
          </button>
        </p>
      )}
    </div>
  );
}

const BED: readonly [keyof Cradle, string][] = [
  ['thickness', 'Outside, through the thickness'],
  ['width', 'Outside, across the width'],
  ['under', 'Its wood under the reference face'],
  ['beside', 'Its wood beside the reference edge'],
];

/** Whether it lies bare on machines, or in a cradle of its own, and that cradle as measured. */
function Bed({ part, style, onChange }: Pick<Props, 'part' | 'style' | 'onChange'>) {
  const { cradle, ...bare } = part;
  const made = () => proposedCradle(pieceOf(part, 'most'));
  return (
    <div className="toolfields">
      <div className="wide">
        <span>On machines</span>
        <Segmented<'bare' | 'cradle'>
          size="small"
          aria-label={`${part.name}, on machines`}
          value={cradle ? 'cradle' : 'bare'}
          options={[
            { value: 'bare', label: 'lies bare' },
            { value: 'cradle', label: 'in a cradle' },
          ]}
          onChange={(bed) => onChange(bed === 'cradle' ? { ...bare, cradle: made() } : bare)}
        />
      </div>
      {cradle && (
        <p className="quiet">
          For a turned, tapered or curved piece. Measure the cradle once it is made: figures count
          from its outside.
        </p>
      )}
      {cradle &&
        BED.map(([size, label]) => (
          <div key={size}>
            <span>{label}</span>
            <LengthField
              field={`stock.${part.id}.cradle.${size}`}
              label={`${part.name}, ${label.toLowerCase()}`}
              value={cradle[size]}
              style={style}
              least={size === 'under' || size === 'beside' ? 0 : LIMITS.smallest}
              onChange={(value) => onChange({ ...part, cradle: { ...cradle, [size]: value } })}
            />
          </div>
        ))}
      {cradleProblems(part).map(({ text }, i) => (
        <p key={i} className="note warning">
          ■ {part.name}: <Spoken sentence={text} style={style} />
        </p>
      ))}
    </div>
  );
}
