import { Canvas } from '@react-three/fiber';
import { useEffect, useMemo, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { BufferAttribute, BufferGeometry, EdgesGeometry } from 'three';
import type { Members, Pair } from '@velk/core';
import { latest, startCore } from '../workers/asking.ts';

interface Props {
  readonly kind: string;
  readonly params: Record<string, unknown>;
  readonly members: Members;
}

const STEP = 0.12;
const FARTHEST = 140;

/** The joint as it changes, computed beside the page. */
function usePair({ kind, params, members }: Props): { pair?: Pair; error?: string } {
  const [ask, setAsk] = useState<((question: Props) => void) | null>(null);
  const [answer, setAnswer] = useState<{ pair?: Pair; error?: string }>({});
  useEffect(() => {
    const worker = startCore();
    const asking = latest(worker, 'pair', setAnswer);
    setAsk(() => asking);
    return () => worker.terminate();
  }, []);
  useEffect(() => ask?.({ kind, params, members }), [ask, kind, params, members]);
  return answer;
}

/** The joint in three dimensions: dragged or turned with the arrow keys, drawn apart with the slider, + and -. */
export default function PairView(props: Props) {
  const { pair, error } = usePair(props);
  const [turned, setTurned] = useState({ around: -0.6, over: 0.45 });
  const [apart, setApart] = useState(60);
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
  if (error) return <p role="alert">The joint can’t be shown: {error}</p>;
  return (
    <div>
      <div
        className="pair"
        role="img"
        aria-label="The joint in three dimensions. Arrow keys turn it, plus and minus bring it nearer."
        tabIndex={0}
        onKeyDown={key}
        onPointerDown={(e) => e.currentTarget.setPointerCapture(e.pointerId)}
        onPointerMove={drag}
        onWheel={(e) => setNear((n) => Math.max(0.4, Math.min(4, n * (e.deltaY < 0 ? 1.08 : 1 / 1.08))))}
        data-ready={pair ? 'yes' : 'no'}
      >
        <Canvas flat orthographic frameloop="demand" camera={{ position: [0, 0, 900], near: 1, far: 4000, zoom: 1.5 }}>
          <ambientLight intensity={1.5} />
          <directionalLight position={[-300, 500, 600]} intensity={1.9} />
          {pair && (
            <group rotation={[turned.over, turned.around, 0]} scale={near}>
              {/* along the mortised piece is up, its reference face toward the viewer, as on the sheet */}
              <group
                matrixAutoUpdate={false}
                onUpdate={(g) =>
                  g.matrix.set(0, 0, -1, pair.middle[2], 1, 0, 0, -pair.middle[0], 0, -1, 0, pair.middle[1], 0, 0, 0, 1)
                }
              >
                <Wood corners={pair.mortised} colour="--wood-pale" />
                <group position={pair.out.map((v) => v * apart) as [number, number, number]}>
                  <Wood corners={pair.tenoned} colour="--wood" />
                </group>
                <group position={pair.out.map((v) => (v * apart) / 2) as [number, number, number]}>
                  <Wood corners={pair.tongue} colour="--wood" />
                </group>
              </group>
            </group>
          )}
        </Canvas>
      </div>
      <label>
        <span className="quiet">Drawn apart </span>
        <input
          type="range"
          min={0}
          max={FARTHEST}
          value={apart}
          aria-label="Drawn apart"
          onChange={(e) => setApart(Number(e.target.value))}
        />
      </label>
    </div>
  );
}

let drawn: boolean | undefined;
/** Whether this browser can draw solids at all; asked once, for contexts are few. */
function drawsSolids(): boolean {
  drawn ??= document.createElement('canvas').getContext('webgl2') !== null;
  return drawn;
}

/** A body of wood with its edges lined, in a colour of the theme. */
function Wood({ corners, colour }: { corners: readonly number[]; colour: string }) {
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
