import { Canvas } from '@react-three/fiber';
import {
  useEffect,
  useMemo,
  useState,
  type KeyboardEvent,
  type PointerEvent,
  type ReactNode,
} from 'react';
import { BufferAttribute, BufferGeometry, EdgesGeometry, Matrix4, Quaternion } from 'three';
import type { Vec3 } from '@velk/core/ground';
import {
  around,
  AT_FIRST,
  centreOf,
  middleOf,
  seenAt,
  zoomOf,
  type Bounds,
  type Turned,
} from './bounds.ts';
import { useWidth } from './useWidth.ts';

const STEP = 0.12;

/**
 * Solids in three dimensions: dragged or turned with the arrow keys, nearer with + and -. Along the
 * first axis is up, the reference face toward the viewer, as on the sheet.
 * @param shown round each body, as it lies: all of them fill the view
 * @param marks short words at places of the wood, always upright
 */
export function SolidView({
  label,
  shown,
  marks = [],
  children,
}: {
  label: string;
  shown: readonly Bounds[];
  marks?: readonly { readonly at: Vec3; readonly text: string }[];
  children: ReactNode;
}) {
  const [turned, setTurned] = useState<Turned>(AT_FIRST);
  const [near, setNear] = useState(1);
  const [ref, width] = useWidth<HTMLDivElement>();
  const isEmpty = !shown.length;
  const middle: Vec3 = isEmpty ? [0, 0, 0] : middleOf(around(shown));
  const zoom = near * (isEmpty ? 1 : zoomOf(shown, width, HIGH));
  const [right, up] = isEmpty ? [0, 0] : centreOf(shown, turned);
  const turn = (around: number, over: number) =>
    setTurned((t) => ({
      around: t.around + around,
      over: Math.max(-1.5, Math.min(1.5, t.over + over)),
    }));
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
    return (
      <p role="alert">
        This browser draws nothing in three dimensions: its graphics (WebGL) are switched off.
      </p>
    );
  return (
    <div
      ref={ref}
      className="pair"
      role="img"
      aria-label={`${label} Arrow keys turn it, plus and minus bring it nearer.`}
      tabIndex={0}
      onKeyDown={key}
      onPointerDown={(e) => e.currentTarget.setPointerCapture(e.pointerId)}
      onPointerMove={drag}
      onWheel={(e) =>
        setNear((n) => Math.max(0.4, Math.min(4, n * (e.deltaY < 0 ? 1.08 : 1 / 1.08))))
      }
      data-ready={isEmpty ? 'no' : 'yes'}
      style={{ height: HIGH }}
    >
      <Canvas
        flat
        orthographic
        frameloop="demand"
        camera={{ position: [0, 0, FAR / 2], near: 1, far: FAR }}
      >
        <ambientLight intensity={1.5} />
        <directionalLight position={[-300, 500, 600]} intensity={1.9} />
        <group
          position={[-right * zoom, -up * zoom, 0]}
          rotation={[turned.over, turned.around, 0]}
          scale={zoom}
        >
          <group quaternion={AS_ON_THE_SHEET}>
            <group position={[-middle[0], -middle[1], -middle[2]]}>{children}</group>
          </group>
        </group>
      </Canvas>
      {marks.map(({ at, text }) => {
        const [x, y] = seenAt(at, middle, turned);
        return (
          <span
            key={text}
            className="solidmark"
            style={{
              transform: `translate(${(x - right) * zoom}px, ${(up - y) * zoom}px) translate(-50%, -50%)`,
            }}
          >
            {text}
          </span>
        );
      })}
    </div>
  );
}

/** Of the view, px. */
const HIGH = 420;

/** Along the first axis is up, the second away, the third to the left. */
const AS_ON_THE_SHEET = new Quaternion().setFromRotationMatrix(
  new Matrix4().set(0, 0, -1, 0, 1, 0, 0, 0, 0, -1, 0, 0, 0, 0, 0, 1),
);

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
