/** An amount of a worked pay that is kept: year-to-date, lodgement and payslips are sums over them. */

export interface Fact {
  code: string;
  cents: number;
}
