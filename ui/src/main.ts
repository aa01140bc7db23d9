import '@fontsource/ibm-plex-sans/400.css';
import '@fontsource/ibm-plex-sans/500.css';
import '@fontsource/ibm-plex-sans/600.css';
import '@fontsource/ibm-plex-mono/400.css';
import './app.css';
import { mount } from 'svelte';
import App from './App.svelte';
import { applyTheme } from './theme/mode';

applyTheme();
mount(App, { target: document.getElementById('app')! });
