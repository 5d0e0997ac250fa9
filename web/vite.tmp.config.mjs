import { svelte } from '@sveltejs/vite-plugin-svelte';
import tailwindcss from '@tailwindcss/vite';
export default { root: '/work/main/web', plugins: [tailwindcss(), svelte()], server: { port: 5180, host: '127.0.0.1', proxy: { '/api': 'http://127.0.0.1:8090' } } };
