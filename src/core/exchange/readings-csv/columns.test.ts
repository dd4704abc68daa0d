import { USED_COLUMNS } from './columns';

it('the columns keep the order in which files have been written', () => {
  expect(USED_COLUMNS.join()).toBe(
    'tag,nominal_v,construction,rating_standard,rating_a,c20_ah,rc_min,duty,taken_at,temp_c,temp_f,case,smell,terminals,level,' +
      'rest_min,surface_removed,ocv_v,load_a,load_s,load_v,load_temp_c,load_stopped,load_before_v,recovery_min,recovery_v,charges_done,' +
      'returned_ah,returned_from_pct,' +
      'sg_1,sg_2,sg_3,sg_4,sg_5,sg_6,sg_temp_c,cell_1_v,cell_2_v,cell_3_v,cell_4_v,cell_5_v,cell_6_v,' +
      'cond_value,cond_unit,cond_compensated,cond_temp_c,charge3_a,charge3_v,crank_v,crank_mean_v,crank_s,crank_a,crank_temp_c,' +
      'stand_h,stand_start_v,stand_v,stand_temp_c,' +
      'discharge_a,discharge_min,discharge_early_v,discharge_end_v,discharge_temp_c,forced',
  );
});
