import './methods.css';
import { counted, type Sentence } from '@velk/core/ground';
import { choicesOf, machinesFor } from '@velk/core/making';
import {
  shopFor,
  waysInTurn,
  type MethodPictures,
  type NotTaken,
  type WayChoice,
} from '@velk/core/day';
import type { Job, MemberName } from '@velk/core/design';
import type { Shop } from '@velk/core/shop';
import { useEdit } from '../../keeping/useEdit.ts';
import { useAppSelector } from '../../store.ts';
import { useStyle } from '../../keeping/useUnits.ts';
import { Choosing } from './Choosing.tsx';
import { SchoolChoices } from '../shop/ShopRoom.tsx';
import { inRoughTime } from '../../widgets/minutes.ts';
import { Spoken } from '../../widgets/Spoken.tsx';
import { useJoint } from '../../frame/useJoint.ts';
import { useWays } from '../../planning/usePlanning.ts';
import { StageChoices, takeable } from './StageChoices.tsx';
import { longest } from './wayMinutes.ts';
import { WayCard } from './WayCard.tsx';

const HALVES: [MemberName, string][] = [
  ['mortised', 'The mortise'],
  ['tenoned', 'The tenon'],
];

/**
 * The route asked for where it is accepted, else the one the plan chose, else the first, whose
 * refusals are told.
 */
const chosenOf = (
  routes: readonly WayChoice[],
  wanted?: string,
  planned?: string,
): WayChoice | undefined =>
  routes.find((r) => r.id === wanted && takeable(r)) ??
  routes.find((r) => r.id === planned) ??
  routes[0];

const worth = ({ cards, minutes, cutting, spared }: WayChoice): string =>
  [
    cards === 0
      ? 'set-ups of the other half'
      : `${counted(cards, 'set-up', 'set-ups')}, set in about ${inRoughTime(minutes)}`,
    ...(spared >= 1 ? [`of which it spares the other half ${inRoughTime(spared)}`] : []),
    `cut in ${inRoughTime(cutting)}`,
  ].join(', ');

/** Edges that are cut as the faces are look like them. */
function withFaces(
  drawn: MethodPictures,
  stages: ReturnType<typeof choicesOf<WayChoice>>,
  chosen: WayChoice,
): MethodPictures {
  const cheeks = stages.find(({ stage }) => stage === 'cheeks');
  const faces = cheeks?.choices.find(({ route }) => route === chosen);
  const picture = faces && drawn[faces.method];
  return picture ? { ...drawn, 'with-faces': picture } : drawn;
}

/**
 * One half of a joint, stage by stage: what could be chosen, what it makes of the half, and what
 * can't be and why.
 */
function Half({
  title,
  routes,
  drawn,
  chosen,
  why,
  notTaken,
  onChoose,
}: {
  title: string;
  routes: readonly WayChoice[];
  /** How each of its methods is set up. */
  drawn: MethodPictures;
  chosen: WayChoice | undefined;
  /** Of a way that came by itself and isn’t the quickest: why it did. */
  why: Sentence | undefined;
  /** Nothing is cut until another way is chosen. */
  notTaken: NotTaken | undefined;
  onChoose: (route: WayChoice) => void;
}) {
  const style = useStyle();
  if (!chosen) return null;
  const stages = choicesOf(routes, chosen);
  const asFaces = withFaces(drawn, stages, chosen);
  const possible = takeable(chosen);
  return (
    <>
      {notTaken ? (
        <div className="note error" role="alert">
          <h3>The way that was chosen is not taken</h3>
          {notTaken.reasons.map((reason, i) => (
            <p key={i}>
              <Spoken sentence={reason} style={style} />
            </p>
          ))}
          <p>Nothing is cut in its place: choose another, or change what is in the way.</p>
        </div>
      ) : (
        <p className="quiet">
          {possible ? `As chosen: ${worth(chosen)}.` : 'No way to cut it in this shop.'}{' '}
          {why && <Spoken sentence={why} style={style} />}
        </p>
      )}
      <Machines
        of={`${title}: machine`}
        routes={routes}
        chosen={chosen}
        notTaken={notTaken !== undefined}
        onChoose={onChoose}
      />
      {stages.map((stage, i) => (
        <StageChoices
          key={i}
          of={title}
          stage={stage}
          drawn={asFaces}
          chosen={notTaken ? undefined : chosen}
          onChoose={onChoose}
        />
      ))}
    </>
  );
}

/** Where the chest has several machines for the way that is chosen: which of them. */
function Machines({
  of,
  routes,
  chosen,
  notTaken,
  onChoose,
}: {
  of: string;
  routes: readonly WayChoice[];
  chosen: WayChoice;
  notTaken: boolean;
  onChoose: (route: WayChoice) => void;
}) {
  const shop = useAppSelector((s) => s.plans.plan?.basis.shop);
  const same = machinesFor(routes, chosen);
  if (!same.length || !shop) return null;
  const others = shop.tools.filter((t) => same.some((route) => route.machine === t.id));
  const first = others.flatMap(
    ({ kind }) => shop.tools.find((t) => t.kind === kind && !t.retired)?.name ?? [],
  );
  const nameOf = (id: string | undefined) =>
    others.find((t) => t.id === id)?.name ?? [...new Set(first)].join(', ');
  return (
    <section className="stage">
      <h3>Machine</h3>
      <div className="ways" role="radiogroup" aria-label={of}>
        {same.sort(waysInTurn).map((route) => (
          <WayCard
            key={route.id}
            name={of}
            title={nameOf(route.machine)}
            picture={undefined}
            route={route}
            most={longest(same)}
            isChosen={!notTaken && route === chosen}
            onChoose={() => onChoose(route)}
          />
        ))}
      </div>
    </section>
  );
}

/** The ways this shop can cut each half of the joint, and why not the others. */
export function MethodsRoom({ job, shop }: { job: Job; shop: Shop }) {
  const edit = useEdit();
  const joint = useJoint(job);
  const plan = useAppSelector((s) => s.plans.plan?.joints.find((j) => j.joint === joint?.id));
  const style = useStyle();
  const possible = plan?.problems.length === 0;
  const answer = useWays(joint);
  const ways = answer?.ways;
  if (!joint || !plan)
    return (
      <div className="sheet">
        {job.joints.length ? 'Planning…' : 'No joint yet. Add one under Joints.'}
      </div>
    );
  if (possible && !ways)
    return (
      <div className="sheet">
        <h1>{joint.name}</h1>
        <p className="quiet">Reckoning the ways…</p>
      </div>
    );
  const choose = (member: MemberName, route: WayChoice) =>
    edit({ edit: 'wayChosen', joint: joint.id, member, way: route.id });
  return (
    <div className="sheet">
      <h1>{joint.name}</h1>
      <p className="quiet">
        How each half is cut. Grey: setting. Wood: cutting. Shoulders come before cheeks where the
        cheeks’ waste falls outside the blade.
      </p>
      {!possible && (
        <p className="note error later">
          The joint can’t be made as drawn. The joint sheet says what is in the way.
        </p>
      )}
      {HALVES.map(([member, title]) => (
        <section key={member} className="later">
          <h2>{title}</h2>
          {plan.additions?.[member] && (
            <p className="note warning" role="status">
              <Spoken sentence={plan.additions[member]} style={style} />
            </p>
          )}
          <Half
            title={title}
            routes={ways?.[member] ?? []}
            drawn={answer?.drawn?.[member] ?? {}}
            chosen={chosenOf(ways?.[member] ?? [], joint.routes[member], plan.chosen[member])}
            why={plan.why?.[member]}
            notTaken={plan.notTaken?.[member]}
            onChoose={(route) => choose(member, route)}
          />
        </section>
      ))}
      {possible && <Choosing job={job} joint={joint} shop={shopFor(job, shop)} style={style} />}
      <details className="later">
        <summary>Where this job does otherwise than the shop</summary>
        <SchoolChoices
          own={job.schools}
          shop={shop.schools}
          onChange={(school, answer) => edit({ edit: 'schoolAnswered', school, answer })}
        />
      </details>
    </div>
  );
}
