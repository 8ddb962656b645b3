/**
 * A pay event as XML: one parent (PAYEVNT) and a child (PAYEVNTEMP) for each payee. Element names as remembered from
 * the published message structure of 2020; their spelling is unsure (docs/rules/sources.md).
 */

import { payerNumberKind } from "@zesty/core/au/abn";
import type { CodedAmount, PayEvent, PayeeRecord } from "@zesty/core/au/documents/payEvent";
import { xmlOf } from "../documents/xml.ts";

type Tree = { [name: string]: Tree | Tree[] | string | undefined };

/** Leaves out what is not reported: an absent element means "never paid", 0.00 means "corrected to nothing". */
const compact = (tree: Tree): Tree =>
  Object.fromEntries(
    Object.entries(tree)
      .filter(([, value]) => value !== undefined && !(Array.isArray(value) && value.length === 0))
      .map(([name, value]) => [
        name,
        Array.isArray(value) ? value.map(compact) : typeof value === "object" ? compact(value) : value,
      ]),
  );

const coded = (amounts: readonly CodedAmount[], type: string, amount: string, detail?: string): Tree[] =>
  amounts.map((each) => ({
    [type]: each.type,
    ...(detail && each.detail ? { [detail]: each.detail } : {}),
    [amount]: each.amount,
  }));

function payee(record: PayeeRecord): Tree {
  return {
    "@xmlns": "http://www.sbr.gov.au/ato/payevntemp",
    Payee: {
      Identifiers: {
        TaxFileNumberId: record.taxFileNumber,
        EmploymentPayrollNumberId: record.payrollId,
        PreviousPayrollIDDetails: record.previous && {
          SoftwareInformationBusinessManagementSystemId: record.previous.bmsId,
          EmploymentPayrollNumberId: record.previous.payrollId,
        },
      },
      PersonNameDetails: { FamilyNameT: record.name.family, GivenNameT: record.name.given },
      PersonDemographicDetails: {
        BirthDm: String(record.birth.day),
        BirthM: String(record.birth.month),
        BirthY: String(record.birth.year),
      },
      AddressDetails: {
        Line1T: record.address.line1,
        LocalityNameT: record.address.suburb,
        StateOrTerritoryC: record.address.state,
        PostcodeT: record.address.postcode,
      },
      EmployerConditions: {
        EmploymentStartD: record.start,
        EmploymentEndD: record.end ?? undefined,
        CessationTypeC: record.cessation ?? undefined,
        PaymentBasisC: record.basis,
        TaxTreatmentC: record.taxTreatment,
      },
      PayrollPeriod: { StartD: record.period.start, EndD: record.period.end },
      RemunerationPayrollEventFinalI: String(record.final),
      RemunerationIncomeTaxPayAsYouGoWithholding: record.incomes.map(
        (income): Tree => ({
          RemunerationTypeC: income.type,
          AddressDetailsCountryC: income.country?.toLowerCase(),
          IncomeTaxPayAsYouGoWithholdingTaxWithheldA: income.withheld,
          GrossA: income.gross,
          PaidLeave: coded(income.paidLeave, "TypeC", "PaymentA"),
          Allowance: coded(income.allowances, "TypeC", "EmploymentAllowancesA", "OtherAllowanceTypeDe"),
          OvertimePaymentA: income.overtime,
          GrossBonusesAndCommissionsA: income.bonus,
          GrossDirectorsFeesA: income.directorFee,
          LumpSum: coded(income.lumpSums, "TypeC", "PaymentsA", "FinancialY"),
          EmploymentTerminationPayment: income.etp.map((each) => ({
            TypeC: each.code,
            IncomeD: each.date,
            IncomeTaxFreeA: each.taxFree,
            IncomeTaxableA: each.taxable,
            IncomeTaxPayAsYouGoWithholdingTaxWithheldA: each.withheld,
          })),
          SalarySacrifice: coded(income.sacrifice, "TypeC", "PaymentA"),
        }),
      ),
      Deduction: coded(record.deductions, "RemunerationTypeC", "RemunerationA"),
      SuperannuationContribution: coded(record.super, "EntitlementTypeC", "EmployerContributionsYearToDateA"),
      IncomeFringeBenefitsReportable: coded(record.fringeBenefits, "FringeBenefitsReportableExemptionC", "A"),
    },
  };
}

export function payEventXml(event: PayEvent): Buffer {
  const { payer, declaration, agent } = event;
  const declared = {
    SignatoryIdentifierT: declaration.declarer,
    SignatureD: declaration.date,
    StatementAcceptedI: String(declaration.accepted),
  };
  const message: Tree = {
    "@action": event.action,
    "@version": "0004",
    PAYEVNT: {
      "@xmlns": "http://www.sbr.gov.au/ato/payevnt",
      Rp: {
        SoftwareInformationBusinessManagementSystemId: payer.bmsId,
        // One of the two, never both.
        ...(payerNumberKind(payer.abn) === "ABN"
          ? { AustralianBusinessNumberId: payer.abn }
          : { WithholdingPayerNumberId: payer.abn }),
        OrganisationDetailsOrganisationBranchC: payer.branch,
        OrganisationNameDetailsOrganisationalNameT: payer.name,
        PersonUnstructuredNameFullNameT: payer.contact.name,
        ElectronicMailAddressT: payer.contact.email,
        TelephoneMinimalN: payer.contact.phone,
        Payroll: {
          PaymentRecordTransactionD: event.payDate,
          InteractionRecordCt: String(event.payees.length),
          MessageTimestampGenerationDt: event.runAt,
          InteractionTransactionId: event.submissionId,
          AmendmentI: String(event.action === "submit" && event.replaces === true),
          IncomeTaxAndRemuneration:
            event.w1 === null || event.w2 === null
              ? undefined
              : {
                  TotalGrossPaymentsWithholdingA: event.w1,
                  PayAsYouGoWithholdingTaxWithheldA: event.w2,
                  ChildSupportGarnisheeA: event.childSupport.garnishee ?? undefined,
                  ChildSupportWithholdingA: event.childSupport.deduction ?? undefined,
                },
        },
        Declaration: agent ? undefined : declared,
      },
      Int: agent
        ? {
            AustralianBusinessNumberId: agent.abn,
            TaxAgentNumberId: agent.number,
            PersonUnstructuredNameFullNameT: agent.contact.name,
            ElectronicMailAddressT: agent.contact.email,
            TelephoneMinimalN: agent.contact.phone,
            Declaration: declared,
          }
        : undefined,
    },
    PAYEVNTEMP: event.payees.map(payee),
  };
  return Buffer.from(xmlOf({ StandardBusinessMessage: compact(message) }), "utf8");
}
