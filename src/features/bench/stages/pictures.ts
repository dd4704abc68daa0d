import dynamic from 'next/dynamic';

// The drawings bring their scales along; they follow the stage by a moment, so that it can take a reading at once.
export const ChargeScale = dynamic(() =>
  import('@/ui/charts/charge-scale').then((chart) => chart.ChargeScale),
);
export const LoadPicture = dynamic(() =>
  import('@/ui/charts/load-picture').then((chart) => chart.LoadPicture),
);
