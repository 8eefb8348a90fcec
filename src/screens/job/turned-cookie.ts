/** The cookie that says which job is turned to the customer on this device. */
export const turnedCookie = 'kilnsman_turned';
