import './methods.css';
import type { ComponentProps } from 'react';
import { waysInTurn, type MethodPictures, type WayChoice } from '@velk/core/day';
import { capital } from '@velk/core/ground';
import type { choicesOf, Stage } from '@velk/core/making';
import { useStyle } from '../../keeping/useUnits.ts';
import { Spoken } from '../../widgets/Spoken.tsx';
import { WayCard } from './WayCard.tsx';
import { longest } from './wayMinutes.ts';

/** What is done at each stage, as a heading. */
const STAGE_WORDS: Readonly<Record<Stage, string>> = {
  end: 'End',
  groove: 'Groove',
  mortise: 'Mortise',
  'square-ends': 'Ends of the mortise',
  shoulders: 'Shoulders',
  cheeks: 'Cheeks',
  edges: 'Edges of the tenon',
  slot: 'Slot',
  notch: 'Notch',
  'round-edges': 'Rounding of its edges',
  slope: 'Slope',
  rebate: 'Rebate',
  bore: 'Holes',
  plane: 'Planing',
};

const ALSO: Partial<Record<Stage, string>> = {
  shoulders: ', shoulders in one go',
  'square-ends': ', its ends come square',
};

/** Nothing but hazards is against it: who chooses it all the same can have it. */
export const takeable = ({ refusals }: WayChoice): boolean => refusals.every((r) => r.hazard);

/** The ways through one stage side by side, and under them those that are not possible and why. */
export function StageChoices({
  of,
  stage: { stage, choices },
  drawn,
  chosen,
  onChoose,
}: {
  /** The half of the joint, by its name. */
  of: string;
  stage: ReturnType<typeof choicesOf<WayChoice>>[number];
  drawn: MethodPictures;
  /** The way of the half; nothing where the one that was chosen is not taken. */
  chosen: WayChoice | undefined;
  onChoose: (route: WayChoice) => void;
}) {
  const open = choices
    .filter(({ route }) => takeable(route))
    .sort((a, b) => waysInTurn(a.route, b.route));
  const shut = choices.filter(({ route }) => !takeable(route));
  const heading = `${of}: ${STAGE_WORDS[stage].toLowerCase()}`;
  return (
    <section className="stage">
      <h3>{STAGE_WORDS[stage]}</h3>
      {choices.length === 1 && open.length === 1 && chosen ? (
        <p>{capital(choices[0]!.title)}</p>
      ) : (
        <div className="ways" role="radiogroup" aria-label={heading}>
          {open.map((choice) => (
            <Way
              key={choice.method}
              name={heading}
              choice={choice}
              picture={drawn[choice.method]}
              most={longest(open.map(({ route }) => route))}
              isChosen={choice.route === chosen}
              onChoose={() => onChoose(choice.route)}
            />
          ))}
        </div>
      )}
      {shut.length > 0 && (
        <Impossible
          shut={shut}
          isOpen={open.length === 0}
          label={`${heading}, not possible here`}
        />
      )}
    </section>
  );
}

type Choice = ReturnType<typeof choicesOf<WayChoice>>[number]['choices'][number];

/** One way through the stage, with what is against it. */
function Way({
  choice: { title, also, route },
  ...rest
}: { choice: Choice } & Pick<
  ComponentProps<typeof WayCard>,
  'name' | 'picture' | 'most' | 'isChosen' | 'onChoose'
>) {
  const style = useStyle();
  return (
    <WayCard
      {...rest}
      route={route}
      title={capital(title) + also.map((other) => ALSO[other] ?? '').join('')}
    >
      {route.awkward.map((reason, index) => (
        <span key={index} className="awkward">
          <Spoken sentence={reason} style={style} />
        </span>
      ))}
      {route.refusals.map((r) => (
        <span key={r.hazard} className="hazard">
          ⬣ Stop. <Spoken sentence={r.message} style={style} />
        </span>
      ))}
    </WayCard>
  );
}

/** Ways that this shop, or this joint, has against it, each with why. */
function Impossible({
  shut,
  isOpen,
  label,
}: {
  shut: readonly Choice[];
  isOpen: boolean;
  label: string;
}) {
  const style = useStyle();
  return (
    <details open={isOpen}>
      <summary>
        {shut.length === 1
          ? 'One way is not possible here, and why'
          : `${shut.length} ways are not possible here, and why`}
      </summary>
      <ul className="rows" aria-label={label}>
        {shut.map(({ method, title, route }) => (
          <li key={method} className="row">
            <span>
              {capital(title)}
              {route.refusals.map((r, i) => (
                <span key={i} className="own-line wrong">
                  ■ <Spoken sentence={r.message} style={style} />
                </span>
              ))}
            </span>
          </li>
        ))}
      </ul>
    </details>
  );
}
