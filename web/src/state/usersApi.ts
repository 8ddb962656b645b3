/** The addresses about users, the own account, the audit trail and the safety of the store. */
import type { TakenIn } from "@zesty/contract/carry";
import type { Confirm, RestoredView } from "@zesty/contract/restored";
import type {
  AcceptInvitation,
  AuditLine,
  InvitationView,
  Invite,
  KeeperWanted,
  OwnSession,
  SafetyView,
  SessionView,
  UserChange,
  UsersView,
} from "@zesty/contract/session";
import { api, ifSeen } from "./api.ts";

export interface TrailSearch {
  words: string;
  business: number | null;
  before: number | null;
}
export const trailQuery = ({ words, business, before }: TrailSearch): string =>
  new URLSearchParams({
    ...(words ? { words } : {}),
    ...(business ? { business: String(business) } : {}),
    ...(before ? { before: String(before) } : {}),
  }).toString();

export const usersApi = api.enhanceEndpoints({ addTagTypes: ["Users", "Own", "Safety"] }).injectEndpoints({
  endpoints: (build) => ({
    users: build.query<UsersView, void>({ query: () => "/users", providesTags: ["Users"] }),
    keepBusiness: build.mutation<UsersView, KeeperWanted>({
      query: (body) => ({ url: "/users/keepers", method: "PUT", body }),
      invalidatesTags: ["Users", "Desk"],
    }),
    invite: build.mutation<{ link: string }, Invite>({
      query: (body) => ({ url: "/users/invitations", method: "POST", body }),
      invalidatesTags: ["Users"],
    }),
    withdrawInvitation: build.mutation<UsersView, number>({
      query: (invitation) => ({ url: `/users/invitations/${invitation}`, method: "DELETE" }),
      invalidatesTags: ["Users"],
    }),
    changeUser: build.mutation<UsersView, { user: number; seen: string } & UserChange>({
      query: ({ user, seen, ...body }) => ({ url: `/users/${user}`, method: "PUT", body, ...ifSeen(seen) }),
      invalidatesTags: ["Users", "Session"],
    }),
    invitation: build.query<InvitationView, string>({
      query: (token) => `/invitation/${encodeURIComponent(token)}`,
    }),
    acceptInvitation: build.mutation<SessionView, AcceptInvitation>({
      query: (body) => ({ url: "/invitation", method: "POST", body }),
      invalidatesTags: ["Session"],
    }),
    resetPassword: build.mutation<unknown, { email: string }>({
      query: (body) => ({ url: "/password-reset", method: "POST", body }),
    }),
    changePassword: build.mutation<unknown, { current: string; password: string }>({
      query: (body) => ({ url: "/password", method: "PUT", body }),
      invalidatesTags: ["Own"],
    }),
    prove: build.mutation<unknown, string>({
      query: (password) => ({ url: "/session/prove", method: "POST", body: { password } }),
    }),
    ownSessions: build.query<OwnSession[], void>({ query: () => "/sessions", providesTags: ["Own"] }),
    endSession: build.mutation<OwnSession[], string>({
      query: (session) => ({ url: `/sessions/${session}`, method: "DELETE" }),
      invalidatesTags: ["Own"],
    }),
    beginSecondFactor: build.mutation<{ secret: string; qr: string }, { password: string; code?: string }>({
      query: (body) => ({ url: "/second-factor", method: "POST", body }),
    }),
    // The page of the session is asked anew once the codes were seen.
    confirmSecondFactor: build.mutation<SessionView & { recovery: string[] }, { code: string }>({
      query: (body) => ({ url: "/second-factor", method: "PUT", body }),
    }),
    endSecondFactor: build.mutation<SessionView, { password: string }>({
      query: (body) => ({ url: "/second-factor/end", method: "POST", body }),
      invalidatesTags: ["Session", "Users"],
    }),
    trail: build.query<AuditLine[], TrailSearch>({ query: (search) => `/trail?${trailQuery(search)}` }),
    safety: build.query<SafetyView, void>({ query: () => "/safety", providesTags: ["Safety"] }),
    restored: build.query<RestoredView | null, void>({
      query: () => "/safety/restored",
      providesTags: ["Safety"],
    }),
    confirmRestored: build.mutation<RestoredView, Confirm>({
      query: (body) => ({ url: "/safety/restored", method: "POST", body }),
      invalidatesTags: ["Safety"],
    }),
    releaseRestored: build.mutation<SafetyView, void>({
      query: () => ({ url: "/safety/restored/release", method: "POST" }),
      invalidatesTags: ["Safety", "Session"],
    }),
    backUp: build.mutation<SafetyView, void>({
      query: () => ({ url: "/safety/backups", method: "POST" }),
      invalidatesTags: ["Safety"],
    }),
    sendFromHere: build.mutation<SafetyView, number>({
      query: (business) => ({ url: `/businesses/${business}/send-from-here`, method: "POST" }),
      invalidatesTags: ["Safety", "Session"],
    }),
    takeIn: build.mutation<TakenIn, { file: File; passphrase: string; how: "take" | "look" }>({
      query: ({ file, passphrase, how }) => ({
        url: `/businesses/import?how=${how}`,
        method: "POST",
        body: file,
        headers: {
          "Content-Type": "application/zip",
          "X-Zesty": "1",
          "X-Passphrase": encodeURIComponent(passphrase),
        },
      }),
      invalidatesTags: (_done, _error, { how }) => (how === "take" ? ["Session", "Desk", "Safety"] : []),
    }),
    mailAnchor: build.mutation<SafetyView, string | null>({
      query: (to) => ({ url: "/safety/anchor-mail", method: "PUT", body: { to } }),
      invalidatesTags: ["Safety"],
    }),
    demandFactor: build.mutation<SafetyView, boolean>({
      query: (demanded) => ({ url: "/safety/leads-factor", method: "PUT", body: { demanded } }),
      invalidatesTags: ["Safety"],
    }),
    walkTrail: build.mutation<SafetyView, void>({
      query: () => ({ url: "/safety/walk", method: "POST" }),
      invalidatesTags: ["Safety", "Session"],
    }),
  }),
});
