import { Button, Segmented } from 'antd';
import { useState } from 'react';
import { INCH, type Shop } from '@velk/core';
import { sentenceOf, useNameDeviceMutation, useSaveShopMutation, useShopQuery } from '../app/api.ts';
import { deviceId, deviceName, keepDeviceName } from '../app/device.ts';
import { Frame } from '../app/Frame.tsx';
import { useStyle } from '../app/useUnits.ts';
import { LengthField } from '../widgets/LengthField.tsx';

/** What the shop is and has: unit, graduation, and its gear with measured values that can be typed over. */
export default function ShopRoom() {
  const { data } = useShopQuery();
  return (
    <Frame job={null} title={data?.shop.name ?? ''} aside={null}>
      <div className="sheet">
        {data ? <ShopForm key={data.version} version={data.version} stored={data.shop} /> : 'Opening…'}
      </div>
    </Frame>
  );
}

const STEPS = { mm: [0.5, 0.1, 0.05, 0.01], in: [INCH / 64, INCH / 200, INCH / 500, INCH / 1000] };

function ShopForm({ stored, version }: { stored: Shop; version: number }) {
  const [shop, setShop] = useState(stored);
  const [save, { error, isLoading }] = useSaveShopMutation();
  const [nameDevice] = useNameDeviceMutation();
  const [device, setDevice] = useState(deviceName());
  const style = useStyle();
  const system = shop.style.system;
  const dirty = JSON.stringify(shop) !== JSON.stringify(stored);
  const put = (id: string, key: string, value: number) =>
    setShop({ ...shop, tools: shop.tools.map((t) => (t.id === id ? { ...t, [key]: value } : t)) });
  const switchUnits = (units: 'mm' | 'in') =>
    setShop({
      ...shop,
      graduation: units === 'mm' ? 0.05 : INCH / 500,
      style: { ...shop.style, system: units, graduation: units === 'mm' ? 0.05 : INCH / 64 },
    });
  return (
    <>
      <header
        style={{ display: 'flex', justifyContent: 'space-between', alignItems: 'end', gap: 20, flexWrap: 'wrap' }}
      >
        <h1>Shop</h1>
        <span style={{ display: 'flex', gap: 16, alignItems: 'center' }}>
          {error && (
            <span className="note error" role="alert">
              {sentenceOf(error)}
            </span>
          )}
          <Button type="primary" disabled={!dirty} loading={isLoading} onClick={() => void save({ version, shop })}>
            Save the shop
          </Button>
        </span>
      </header>
      <div style={{ display: 'flex', gap: 30, flexWrap: 'wrap', margin: '18px 0' }}>
        <label>
          <span className="quiet">Shop</span>
          <span className="field" style={{ display: 'block', width: 220 }}>
            <input
              aria-label="Shop name"
              value={shop.name}
              onChange={(e) => setShop({ ...shop, name: e.target.value })}
            />
          </span>
        </label>
        <label>
          <span className="quiet">This device is called</span>
          <span className="field" style={{ display: 'block', width: 220 }}>
            <input
              aria-label="Device name"
              value={device}
              placeholder="such as Bench tablet"
              onChange={(e) => setDevice(e.target.value)}
              onBlur={() => {
                keepDeviceName(device.trim());
                if (device.trim()) void nameDevice({ id: deviceId(), name: device.trim() });
              }}
            />
          </span>
        </label>
        <div>
          <span className="quiet" style={{ display: 'block' }}>
            Works in
          </span>
          <Segmented
            aria-label="Unit of the shop"
            value={system}
            options={[
              { value: 'mm', label: 'millimetres' },
              { value: 'in', label: 'inches' },
            ]}
            onChange={(v) => switchUnits(v as 'mm' | 'in')}
          />
        </div>
        <div>
          <span className="quiet" style={{ display: 'block' }}>
            Finest step of the scales
          </span>
          <Segmented
            aria-label="Finest step of the scales"
            value={STEPS[system].findIndex((s) => Math.abs(s - shop.graduation) < 1e-9)}
            options={STEPS[system].map((s, value) => ({
              value,
              label: system === 'mm' ? `${s} mm` : value === 0 ? '1/64 in' : `${(s / INCH).toFixed(3)} in`,
            }))}
            onChange={(i) => setShop({ ...shop, graduation: STEPS[system][Number(i)]! })}
          />
        </div>
      </div>
      <h2>Gear, as measured</h2>
      <p className="quiet">Measure kerfs, cutters and router bases; the label is rarely the size.</p>
      <div className="rows">
        {shop.tools.map((tool) => (
          <div key={tool.id} className="row" style={{ gridTemplateColumns: '210px 1fr' }}>
            <strong style={{ fontWeight: 600 }}>{tool.name}</strong>
            <span style={{ display: 'flex', flexWrap: 'wrap', gap: '6px 22px' }}>
              {Object.entries(tool)
                .filter(
                  ([key, value]) =>
                    typeof value === 'number' && !['topSpeed', 'bladeLean', 'driftAngle', 'fenceZero'].includes(key),
                )
                .map(([key, value]) => (
                  <label key={key} style={{ display: 'inline-flex', gap: 6, alignItems: 'baseline' }}>
                    <span className="quiet">{words(key)}</span>
                    <span style={{ width: 68 }}>
                      <LengthField
                        field={`shop.${tool.id}.${key}`}
                        label={`${tool.name}, ${words(key)}`}
                        value={value as number}
                        style={style}
                        onChange={(v) => put(tool.id, key, v)}
                      />
                    </span>
                  </label>
                ))}
              {Object.entries(tool)
                .filter(([key, value]) => typeof value === 'string' && !['id', 'name', 'kind', 'bladeId'].includes(key))
                .map(([key, value]) => (
                  <span key={key} className="quiet">
                    {words(key)}: {String(value)}
                  </span>
                ))}
            </span>
          </div>
        ))}
      </div>
    </>
  );
}

const words = (key: string): string => key.replace(/([A-Z])/g, (c) => ` ${c.toLowerCase()}`);
