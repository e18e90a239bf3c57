export { AirScreen as default } from '@/features/air/AirScreen';
