export { Shell as default, Broken as ErrorBoundary } from '@/features/shell/Shell';
