import { BarChart, LineChart, ScatterChart } from 'echarts/charts';
import { GridComponent, LegendComponent, TooltipComponent } from 'echarts/components';
import { type EChartsType, init, use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';

use([BarChart, LineChart, ScatterChart, GridComponent, LegendComponent, TooltipComponent, SVGRenderer]);

/** Starts a drawing in a box; as SVG, so that it prints sharp. */
export function startChart(box: HTMLElement): EChartsType {
  return init(box, null, { renderer: 'svg' });
}
