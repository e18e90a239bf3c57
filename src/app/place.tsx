export { PlaceScreen as default } from '@/features/place/PlaceScreen';
