import '@fontsource/barlow-semi-condensed/400.css';
import '@fontsource/barlow-semi-condensed/500.css';
import '@fontsource/barlow-semi-condensed/600.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { App } from './App.tsx';
import { enterByAddress, enterWhenPasted } from './server/entering.ts';
import { keepVelk } from './frame/installing.ts';
import { store } from './store.ts';
import './frame/style.css';
import './frame/layout.css';
import './drawings/drawings.css';

await enterByAddress();
enterWhenPasted();
keepVelk();
createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <Provider store={store}>
      <App />
    </Provider>
  </StrictMode>,
);
