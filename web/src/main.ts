import { mount } from 'svelte';
import App from './App.svelte';
import './styles/app.css';
import './styles/controls.css';

mount(App, { target: document.getElementById('app')! });
