import { ConfigProvider, theme as antd } from 'antd';
import { lazy, Suspense, useEffect, useMemo } from 'react';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { JobsRoom } from '../rooms/JobsRoom.tsx';
import { useAccessQuery, useShopQuery } from './api.ts';
import { Guarded } from './Guarded.tsx';
import { useAppSelector } from './store.ts';
import { antTheme } from './theme.ts';

const JobRoom = lazy(() => import('../rooms/JobRoom.tsx'));
const ShopRoom = lazy(() => import('../rooms/ShopRoom.tsx'));
const ChestRoom = lazy(() => import('../rooms/chest/ChestRoom.tsx'));
const QuickRoom = lazy(() => import('../rooms/quick/QuickRoom.tsx'));
const LetIn = lazy(() => import('../rooms/LetIn.tsx'));
const FirstRun = lazy(() => import('../rooms/FirstRun.tsx'));

export function App() {
  const theme = useAppSelector((s) => s.view.theme);
  const { error } = useShopQuery();
  const { data: access } = useAccessQuery();
  const none = (error as { status?: unknown } | undefined)?.status === 404;
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
        <Guarded>
          <Suspense fallback={<p style={{ padding: 24 }}>Opening…</p>}>
            {access?.in === false ? (
              <LetIn door={access.door} />
            ) : none ? (
              <FirstRun />
            ) : (
              <Routes>
                <Route path="/" element={<JobsRoom />} />
                <Route path="/shop" element={<ShopRoom />} />
                <Route path="/chest/:tool?" element={<ChestRoom />} />
                <Route path="/quick/:question?" element={<QuickRoom />} />
                <Route path="/job/:id/*" element={<JobRoom />} />
                <Route path="*" element={<Navigate to="/" replace />} />
              </Routes>
            )}
          </Suspense>
        </Guarded>
      </BrowserRouter>
    </ConfigProvider>
  );
}
