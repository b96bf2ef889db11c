import { Canvas } from '@react-three/fiber';
import { useEffect, useMemo, useState, type KeyboardEvent, type PointerEvent, type ReactNode } from 'react';
import { BufferAttribute, BufferGeometry, EdgesGeometry } from 'three';
import type { Vec3 } from '@velk/core';

const STEP = 0.12;

/** How far it is turned about the upright and about the level axis, radians. */
interface Turned {
  readonly around: number;
  readonly over: number;
}

/** Where a point of the wood lies on the screen, from its middle, as the view turns it. */
function seenAt([x, y, z]: Vec3, middle: Vec3, { around, over }: Turned): readonly [number, number] {
  const [right, up, near] = [middle[2] - z, x - middle[0], middle[1] - y];
  const back = near * Math.cos(around) - right * Math.sin(around);
  return [right * Math.cos(around) + near * Math.sin(around), up * Math.cos(over) - back * Math.sin(over)];
}

/**
 * Solids in three dimensions: dragged or turned with the arrow keys, nearer with + and -. Along the first axis is up, the
 * reference face toward the viewer, as on the sheet.
 * @param zoom pixels for a millimetre
 * @param marks short words at places of the wood, always upright
 */
export function SolidView({
  label,
  ready,
  middle,
  zoom,
  marks = [],
  children,
}: {
  label: string;
  ready: boolean;
  middle: Vec3;
  zoom: number;
  marks?: readonly { readonly at: Vec3; readonly text: string }[];
  children: ReactNode;
}) {
  const [turned, setTurned] = useState<Turned>({ around: -0.6, over: 0.45 });
  const [near, setNear] = useState(1);
  const turn = (around: number, over: number) =>
    setTurned((t) => ({ around: t.around + around, over: Math.max(-1.5, Math.min(1.5, t.over + over)) }));
  const key = (event: KeyboardEvent) => {
    const moves: Record<string, () => void> = {
      ArrowLeft: () => turn(-STEP, 0),
      ArrowRight: () => turn(STEP, 0),
      ArrowUp: () => turn(0, -STEP),
      ArrowDown: () => turn(0, STEP),
      '+': () => setNear((n) => Math.min(4, n * 1.15)),
      '-': () => setNear((n) => Math.max(0.4, n / 1.15)),
    };
    const move = moves[event.key];
    if (!move) return;
    event.preventDefault();
    event.stopPropagation();
    move();
  };
  const drag = (event: PointerEvent) => {
    if (event.buttons === 1) turn(event.movementX / 160, event.movementY / 160);
  };
  if (!drawsSolids())
    return <p role="alert">This browser draws nothing in three dimensions: its graphics (WebGL) are switched off.</p>;
  return (
    <div
      className="pair"
      role="img"
      aria-label={`${label} Arrow keys turn it, plus and minus bring it nearer.`}
      tabIndex={0}
      onKeyDown={key}
      onPointerDown={(e) => e.currentTarget.setPointerCapture(e.pointerId)}
      onPointerMove={drag}
      onWheel={(e) => setNear((n) => Math.max(0.4, Math.min(4, n * (e.deltaY < 0 ? 1.08 : 1 / 1.08))))}
      data-ready={ready ? 'yes' : 'no'}
    >
      <Canvas flat orthographic frameloop="demand" camera={{ position: [0, 0, FAR / 2], near: 1, far: FAR }}>
        <ambientLight intensity={1.5} />
        <directionalLight position={[-300, 500, 600]} intensity={1.9} />
        <group rotation={[turned.over, turned.around, 0]} scale={near * zoom}>
          <group
            matrixAutoUpdate={false}
            onUpdate={(g) => g.matrix.set(0, 0, -1, middle[2], 1, 0, 0, -middle[0], 0, -1, 0, middle[1], 0, 0, 0, 1)}
          >
            {children}
          </group>
        </group>
      </Canvas>
      {marks.map(({ at, text }) => {
        const [x, y] = seenAt(at, middle, turned).map((v) => v * near * zoom) as [number, number];
        return (
          <span
            key={text}
            className="solidmark"
            style={{ transform: `translate(${x}px, ${-y}px) translate(-50%, -50%)` }}
          >
            {text}
          </span>
        );
      })}
    </div>
  );
}

/** Deep enough for whatever fills the view, brought near, px. */
const FAR = 8000;

let drawn: boolean | undefined;
/** Whether this browser can draw solids at all; asked once, for contexts are few. */
function drawsSolids(): boolean {
  drawn ??= document.createElement('canvas').getContext('webgl2') !== null;
  return drawn;
}

/** A body of wood with its edges lined, in a colour of the theme. */
export function Wood({ corners, colour }: { corners: readonly number[]; colour: string }) {
  const [solid, edges] = useMemo(() => {
    const geometry = new BufferGeometry();
    geometry.setAttribute('position', new BufferAttribute(new Float32Array(corners), 3));
    geometry.computeVertexNormals();
    return [geometry, new EdgesGeometry(geometry, 25)];
  }, [corners]);
  useEffect(
    () => () => {
      solid.dispose();
      edges.dispose();
    },
    [solid, edges],
  );
  const style = getComputedStyle(document.documentElement);
  return (
    <>
      <mesh geometry={solid}>
        <meshLambertMaterial
          color={style.getPropertyValue(colour).trim()}
          polygonOffset
          polygonOffsetFactor={1}
          polygonOffsetUnits={1}
        />
      </mesh>
      <lineSegments geometry={edges}>
        <lineBasicMaterial color={style.getPropertyValue('--ink').trim()} />
      </lineSegments>
    </>
  );
}
