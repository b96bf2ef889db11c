import { counted } from '@velk/core/ground';
import { memo, useCallback, useEffect, useMemo, useRef } from 'react';
import {
  Link,
  matchPath,
  Navigate,
  Route,
  Routes,
  useLocation,
  useNavigate,
  useParams,
} from 'react-router';
import { mergedJobs, mergedShops } from '@velk/core/exchange';
import { resolve, type Job, type Joint } from '@velk/core/design';
import type { Part } from '@velk/core/shop';
import { sentenceOf } from '../../server/api.ts';
import { Frame } from '../../frame/Frame.tsx';
import { Guarded } from '../../frame/Guarded.tsx';
import { LeftBehind } from '../../keeping/LeftBehind.tsx';
import { cleared } from '../../planning/plans.ts';
import { useAppDispatch, useAppSelector } from '../../store.ts';
import { useAddressedJoint, useJoint, usePickJoint } from '../../frame/useJoint.ts';
import { useGear } from '../../keeping/useGear.ts';
import { useOneStop } from '../../frame/useOneStop.ts';
import { useRecorder } from '../../recording/useRecorder.ts';
import { useBench } from '../../keeping/useBench.ts';
import { usePlanning } from '../../planning/usePlanning.ts';
import { EndThumb } from '../../drawings/EndThumb.tsx';
import { NoRoom } from '../../frame/Nowhere.tsx';
import { Opening } from '../../frame/Opening.tsx';
import { JOB_ROOMS, type RoomOfJob } from '../list.ts';
import { FloorRoom } from '../floor/FloorRoom.tsx';

/**
 * One job: opens it (with what was typed and not yet saved), plans it, saves it, and shows its
 * rooms.
 */
export default function JobRoom() {
  const { id = '' } = useParams();
  const dispatch = useAppDispatch();
  const { shop, behind: shopsBehind } = useGear();
  const { job, error, keepsNothing, behind } = useBench(id);
  const plan = useAppSelector((s) => s.plans.plan);
  const failed = useAppSelector((s) => s.plans.error);
  useEffect(() => {
    dispatch(cleared());
  }, [dispatch, id]);
  usePlanning(shop);
  const gone = useAddressedJoint(job);
  const { pathname } = useLocation();
  const onFloor = pathname.startsWith(`/job/${id}/floor`);
  useRecorder(id, onFloor || pathname.endsWith('/log'));

  if (error && !job)
    return (
      <Frame job={null} title="" aside={null}>
        <div className="sheet">
          <p className="note error">{sentenceOf(error)}</p>
          <Link to="/">Back to the jobs</Link>
        </div>
      </Frame>
    );
  if (onFloor && job && shop)
    return (
      <Guarded by={[job, plan]}>
        <title>{`Floor · ${job.name} · Velk`}</title>
        <Routes>
          <Route path="floor/:card?" element={<FloorRoom id={id} />} />
          <Route path="*" element={<NoRoom />} />
        </Routes>
      </Guarded>
    );
  return (
    <Frame
      job={id}
      title={job?.name ?? ''}
      room={roomAt(id, pathname)}
      aside={job && <JointList id={id} job={job} />}
    >
      {job && shop ? (
        <Guarded by={[job, plan]}>
          {keepsNothing && (
            <p className="note error at-margin" role="alert">
              This browser keeps nothing just now: its storage is full or forbidden. Wait for
              “Saved” before you leave.
            </p>
          )}
          <LeftBehind what="this job" now={job} merge={mergedJobs} {...behind} />
          <LeftBehind what="the shop" now={shop} merge={mergedShops} {...shopsBehind} />
          {gone && (
            <p className="note error at-margin" role="alert">
              This job has no joint “{gone}”, which the address names: it was removed, or the
              address is of another job. The joints it has are in the list.
            </p>
          )}
          {failed && (
            <p className="note error at-margin" role="alert">
              This job could not be planned: {failed}.{' '}
              {plan ? 'What is shown is the plan before the last change.' : ''} Undo the last
              change; the job itself is kept.
            </p>
          )}
          <Rooms id={id} />
        </Guarded>
      ) : (
        <Opening />
      )}
    </Frame>
  );
}

/** What the room at an address of a job is called. */
const roomAt = (id: string, pathname: string): string | undefined =>
  JOB_ROOMS.find(({ path }) => matchPath(`/job/${id}/${path}`, pathname))?.title;

/**
 * The rooms of a job. Which one is open doesn't change with the job, so it isn't asked again at
 * every key.
 */
const Rooms = memo(function Rooms({ id }: { id: string }) {
  return (
    <Routes>
      {JOB_ROOMS.map(({ path, Room }) => (
        <Route key={path} path={path} element={<Opened room={Room} id={id} />} />
      ))}
      <Route index element={<Navigate to="stock" replace />} />
      <Route path="*" element={<NoRoom />} />
    </Routes>
  );
});

/** A room with the job and the shop as they are now. */
function Opened({ room: Room, id }: { room: RoomOfJob['Room']; id: string }) {
  const job = useAppSelector(({ bench }) => (bench.id === id ? bench.now : null));
  const shop = useAppSelector((s) => s.gear.now);
  return job && shop && <Room job={job} id={id} shop={shop} />;
}

function JointList({ id, job }: { id: string; job: Job }) {
  const navigate = useNavigate();
  const pickJoint = usePickJoint();
  const atSetups = useLocation().pathname.includes('/setups');
  const pick = useCallback(
    (joint: string) => {
      pickJoint(joint);
      if (atSetups) void navigate(`/job/${id}/setups`);
    },
    [pickJoint, navigate, id, atSetups],
  );
  const current = useJoint(job);
  const parts = useMemo(() => new Map(job.parts.map((part) => [part.id, part])), [job.parts]);
  const list = useRef<HTMLDivElement>(null);
  const oneStop = useOneStop(list, { items: 'button' });
  return (
    <div ref={list} {...oneStop} className="inline">
      <h2>Joints in this job</h2>
      {job.joints.length === 0 && <p className="none-yet small">None yet.</p>}
      {job.joints.map((joint) => (
        <JointLink
          key={joint.id}
          joint={joint}
          tenoned={parts.get(joint.tenoned.part)!}
          mortised={parts.get(joint.mortised.part)!}
          current={joint.id === current?.id}
          onPick={pick}
        />
      ))}
    </div>
  );
}

interface JointLinkProps {
  readonly joint: Joint;
  readonly tenoned: Part;
  readonly mortised: Part;
  readonly current: boolean;
  readonly onPick: (joint: string) => void;
}

/** Drawn anew only when its own joint or parts change: a job may have hundreds. */
const JointLink = memo(function JointLink({
  joint,
  tenoned,
  mortised,
  current,
  onPick,
}: JointLinkProps) {
  const { kind, params, members } = resolve(joint, { parts: [tenoned, mortised] });
  const view = kind.drawing(params, members).views.find((v) => v.id === 'end');
  const ends = tenoned.quantity * (joint.tenoned.ends === 'both' ? 2 : 1);
  return (
    <button className="jointlink" aria-current={current} onClick={() => onPick(joint.id)}>
      <EndThumb view={view} set={tenoned.set} />
      <span>
        {joint.name}
        <small>
          {joint.kind}, {counted(ends, 'end', 'ends')}
        </small>
      </span>
    </button>
  );
});
