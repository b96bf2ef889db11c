import { ConfigProvider, theme as antd } from 'antd';
import { Suspense, useEffect, useMemo } from 'react';
import { BrowserRouter, Route, Routes } from 'react-router';
import { JobsRoom } from './rooms/jobs/JobsRoom.tsx';
import { Nowhere } from './frame/Nowhere.tsx';
import { useAccessQuery, useShopQuery } from './server/api.ts';
import { Guarded } from './frame/Guarded.tsx';
import { lazyRoom } from './frame/lazyRoom.tsx';
import { antTheme } from './frame/theme.ts';
import { useFocusKept } from './frame/useFocusKept.ts';
import { useTheme } from './frame/useTheme.ts';

const JobRoom = lazyRoom(() => import('./rooms/job/JobRoom.tsx'));
const ShopRoom = lazyRoom(() => import('./rooms/shop/ShopRoom.tsx'));
const ChestRoom = lazyRoom(() => import('./rooms/chest/ChestRoom.tsx'));
const QuickRoom = lazyRoom(() => import('./rooms/quick/QuickRoom.tsx'));
const LetIn = lazyRoom(() => import('./rooms/entering/LetIn.tsx'));
const GuideRoom = lazyRoom(() => import('./rooms/guide/GuideRoom.tsx'));
const FirstRun = lazyRoom(() => import('./rooms/jobs/FirstRun.tsx'));

export function App() {
  const theme = useTheme();
  useFocusKept();
  const { error } = useShopQuery();
  const { data: access } = useAccessQuery();
  const none = (error as { status?: unknown } | undefined)?.status === 404;
  useEffect(() => {
    document.documentElement.dataset['theme'] = theme;
  }, [theme]);
  const isOut = access?.in === false;
  useEffect(() => {
    if (isOut) void import('./server/offline.ts').then(({ forgetJobs }) => forgetJobs());
  }, [isOut]);
  const config = useMemo(
    () => ({
      ...antTheme(theme),
      algorithm: theme === 'dark' ? antd.darkAlgorithm : antd.defaultAlgorithm,
    }),
    [theme],
  );
  return (
    <ConfigProvider theme={config} wave={{ disabled: true }}>
      <BrowserRouter>
        <Guarded>
          <Suspense fallback={<p className="opening">Opening…</p>}>
            {access && isOut ? (
              <LetIn door={access.door} />
            ) : none ? (
              <FirstRun />
            ) : (
              <Routes>
                <Route path="/" element={<JobsRoom />} />
                <Route path="/shop" element={<ShopRoom />} />
                <Route path="/chest/:tool?" element={<ChestRoom />} />
                <Route path="/quick/:question?" element={<QuickRoom />} />
                <Route path="/guide" element={<GuideRoom />} />
                <Route path="/job/:id/*" element={<JobRoom />} />
                <Route path="*" element={<Nowhere />} />
              </Routes>
            )}
          </Suspense>
        </Guarded>
      </BrowserRouter>
    </ConfigProvider>
  );
}
