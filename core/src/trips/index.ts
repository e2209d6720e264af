export { LOADING_MINUTES, planTrips, splitTrips, type Trip, type TripWish } from './trips.ts';
