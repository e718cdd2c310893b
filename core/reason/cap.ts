/** The search is capped here: "stop and talk to the customer" [a house rule]. */
export const SEARCH_CAP_MIN = 200;
