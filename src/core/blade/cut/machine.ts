/** How a machine that cuts blades is set. */
export const machineStates = ['calibrated', 'tooDeep', 'tooShallow', 'shifted'] as const;
export type MachineState = (typeof machineStates)[number];
