import { CustomChart, LineChart } from 'echarts/charts';
import { GridComponent, TooltipComponent } from 'echarts/components';
import { init, use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';

use([LineChart, CustomChart, GridComponent, TooltipComponent, SVGRenderer]);

export { init };
export type { ECharts } from 'echarts/core';
