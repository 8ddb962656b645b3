/**
 * Branches of New Zealand's banks and the check that each bank's accounts follow. From memory of the published RWT and
 * NRWT certificate filing specification (bank account number validation); an unknown branch is a warning, not an error.
 */

/** AB: by the account base, A below 00990000 and B from there on. */
export type BankCheck = "AB" | "D" | "E" | "F" | "G" | "X";

export const bankBranchesNz: Readonly<Record<string, { check: BankCheck; branches: readonly [number, number][] }>> = {
  "01": {
    check: "AB",
    branches: [
      [1, 999],
      [1100, 1199],
      [1800, 1899],
    ],
  },
  "02": {
    check: "AB",
    branches: [
      [1, 999],
      [1200, 1299],
    ],
  },
  "03": {
    check: "AB",
    branches: [
      [1, 999],
      [1300, 1399],
      [1500, 1599],
      [1700, 1799],
      [1900, 1999],
    ],
  },
  "04": { check: "AB", branches: [[2020, 2024]] },
  "06": {
    check: "AB",
    branches: [
      [1, 999],
      [1400, 1499],
    ],
  },
  "08": { check: "D", branches: [[6500, 6599]] },
  "09": { check: "E", branches: [[0, 0]] },
  "10": { check: "AB", branches: [[5165, 5169]] },
  "11": {
    check: "AB",
    branches: [
      [5000, 6499],
      [6600, 8999],
    ],
  },
  "12": {
    check: "AB",
    branches: [
      [3000, 3299],
      [3400, 3499],
      [3600, 3699],
    ],
  },
  "13": { check: "AB", branches: [[4900, 4999]] },
  "14": { check: "AB", branches: [[4700, 4799]] },
  "15": { check: "AB", branches: [[3900, 3999]] },
  "16": { check: "AB", branches: [[4400, 4499]] },
  "17": { check: "AB", branches: [[3300, 3399]] },
  "18": { check: "AB", branches: [[3500, 3599]] },
  "19": { check: "AB", branches: [[4600, 4649]] },
  "20": { check: "AB", branches: [[4100, 4199]] },
  "21": { check: "AB", branches: [[4800, 4899]] },
  "22": { check: "AB", branches: [[4000, 4049]] },
  "23": { check: "AB", branches: [[3700, 3799]] },
  "24": { check: "AB", branches: [[4300, 4349]] },
  "25": { check: "F", branches: [[2500, 2599]] },
  "26": { check: "G", branches: [[2600, 2699]] },
  "27": { check: "AB", branches: [[3800, 3849]] },
  "28": { check: "G", branches: [[2100, 2149]] },
  "29": { check: "G", branches: [[2150, 2299]] },
  "30": { check: "AB", branches: [[2900, 2949]] },
  "31": { check: "X", branches: [[2800, 2849]] },
  "33": { check: "F", branches: [[6700, 6799]] },
  "35": { check: "AB", branches: [[2400, 2499]] },
  "38": { check: "AB", branches: [[9000, 9499]] },
  "88": { check: "AB", branches: [[8800, 8805]] },
};
