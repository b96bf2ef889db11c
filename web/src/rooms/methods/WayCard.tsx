import './methods.css';
import type { ReactNode } from 'react';
import type { WayChoice } from '@velk/core/day';
import type { ScenePicture } from '@velk/core/making';
import { SceneThumb } from '../../drawings/SceneThumb.tsx';
import { barOf, takes } from './wayMinutes.ts';

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
      <span className="quiet">{takes(route)}</span>
      {children}
    </label>
  );
}

/** Minutes to set, and to cut. */
function WayBar({ route, most }: { route: WayChoice; most: number }) {
  const { setting, cutting } = barOf(route, most);
  return (
    <svg className="waybar" viewBox="0 0 100 10" preserveAspectRatio="none" aria-hidden>
      <rect width="100" height="10" className="room" />
      <rect x={setting} width={cutting} height="10" className="cutting" />
      <rect width={setting} height="10" className="setting" />
    </svg>
  );
}
