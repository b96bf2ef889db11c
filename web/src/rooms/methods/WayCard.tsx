import './methods.css';
import type { ReactNode } from 'react';
import { counted } from '@velk/core/ground';
import type { WayChoice } from '@velk/core/day';
import type { ScenePicture } from '@velk/core/making';
import { SceneThumb } from '../../drawings/SceneThumb.tsx';

/** So many minutes, as one says it: “33 min”, “7 h”. */
export const inTime = (minutes: number): string =>
  minutes < 100 ? `${Math.round(minutes)} min` : `${Math.round(minutes / 60)} h`;

/** Set-ups, minutes to set and to cut: “5 set-ups, 33 min + 7 h”. */
const takes = ({ cards, minutes, cutting }: WayChoice): string =>
  cards === 0
    ? `set-ups of the other half, ${inTime(cutting)}`
    : `${counted(cards, 'set-up', 'set-ups')}, ${inTime(minutes)} + ${inTime(cutting)}`;

const minutesOf = ({ minutes, cutting }: WayChoice): number => minutes + cutting;

/** Of some ways the one that takes longest: every bar is measured by it. */
export const longest = (ways: readonly WayChoice[]): number => Math.max(1, ...ways.map(minutesOf));

/** One way beside the others: how its machine stands, and how long it takes. */
export function WayCard({
  name,
  title,
  picture,
  route,
  most,
  isChosen,
  onChoose,
  children,
}: {
  /** Of the ways that exclude each other. */
  name: string;
  title: string;
  picture: ScenePicture | undefined;
  route: WayChoice;
  /** Minutes of the longest beside it. */
  most: number;
  isChosen: boolean;
  onChoose: () => void;
  /** What is against it. */
  children?: ReactNode;
}) {
  return (
    <label className={isChosen ? 'waycard chosen' : 'waycard'}>
      <span className="wayscene">{picture && <SceneThumb picture={picture} />}</span>
      <span className="waytitle">
        <input type="radio" name={name} checked={isChosen} onChange={onChoose} />
        <strong>{title}</strong>
      </span>{' '}
      {isChosen && <span className="quiet">chosen </span>}
      <WayBar route={route} most={most} />
      <span className="quiet">
        {takes(route)}
        {route.spared >= 1 && `, spares the other half ${inTime(route.spared)}`}
      </span>
      {children}
    </label>
  );
}

/** Minutes to set, and to cut. */
function WayBar({ route: { minutes, cutting }, most }: { route: WayChoice; most: number }) {
  const [setting, both] = [(100 * minutes) / most, (100 * (minutes + cutting)) / most];
  return (
    <svg className="waybar" viewBox="0 0 100 10" preserveAspectRatio="none" aria-hidden>
      <rect width="100" height="10" className="room" />
      <rect width={both} height="10" className="cutting" />
      <rect width={setting} height="10" className="setting" />
    </svg>
  );
}
