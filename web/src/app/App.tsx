import { ConfigProvider, theme as antd } from 'antd';
import { lazy, Suspense, useEffect, useMemo } from 'react';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { JobsRoom } from '../rooms/JobsRoom.tsx';
import { useAppSelector } from './store.ts';
import { antTheme } from './theme.ts';

const JobRoom = lazy(() => import('../rooms/JobRoom.tsx'));
const ShopRoom = lazy(() => import('../rooms/ShopRoom.tsx'));

export function App() {
  const theme = useAppSelector((s) => s.view.theme);
  useEffect(() => {
    document.documentElement.dataset['theme'] = theme;
  }, [theme]);
  const config = useMemo(
    () => ({ ...antTheme(theme), algorithm: theme === 'dark' ? antd.darkAlgorithm : antd.defaultAlgorithm }),
    [theme],
  );
  return (
    <ConfigProvider theme={config} wave={{ disabled: true }}>
      <BrowserRouter>
        <Suspense fallback={<p style={{ padding: 24 }}>Opening…</p>}>
          <Routes>
            <Route path="/" element={<JobsRoom />} />
            <Route path="/shop" element={<ShopRoom />} />
            <Route path="/job/:id/*" element={<JobRoom />} />
            <Route path="*" element={<Navigate to="/" replace />} />
          </Routes>
        </Suspense>
      </BrowserRouter>
    </ConfigProvider>
  );
}
