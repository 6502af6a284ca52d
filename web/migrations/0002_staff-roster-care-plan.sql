CREATE TABLE "erasures" (
	"id" uuid PRIMARY KEY NOT NULL,
	"reason" text NOT NULL,
	"removed" jsonb NOT NULL,
	"erased_at" timestamp with time zone DEFAULT transaction_timestamp() NOT NULL,
	"erased_by" uuid NOT NULL
);
--> statement-breakpoint
CREATE TABLE "limit_overrides" (
	"id" uuid PRIMARY KEY NOT NULL,
	"child_id" uuid NOT NULL,
	"day" date NOT NULL,
	"reason" text NOT NULL,
	"entered_by" uuid,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "limit_overrides_reason" CHECK (length(trim("limit_overrides"."reason")) > 0)
);
--> statement-breakpoint
CREATE TABLE "messages" (
	"id" uuid PRIMARY KEY NOT NULL,
	"camp_id" uuid,
	"child_id" uuid,
	"to" text NOT NULL,
	"subject" text NOT NULL,
	"body" text NOT NULL,
	"sent_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "sore_arms" (
	"id" uuid PRIMARY KEY NOT NULL,
	"child_id" uuid NOT NULL,
	"place" text NOT NULL,
	"since" date NOT NULL,
	"lifted_at" timestamp with time zone,
	"lifted_by" uuid,
	"lift_reason" text,
	"entered_by" uuid,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "sore_arms_lifted_with_reason" CHECK (("sore_arms"."lifted_at" is null) = ("sore_arms"."lift_reason" is null) and ("sore_arms"."lifted_at" is null) = ("sore_arms"."lifted_by" is null))
);
--> statement-breakpoint
CREATE TABLE "throws" (
	"id" uuid PRIMARY KEY NOT NULL,
	"child_id" uuid NOT NULL,
	"day" date NOT NULL,
	"kind" text NOT NULL,
	"count" integer NOT NULL,
	"delivery_id" uuid,
	"check_in_id" uuid,
	"entered_by" uuid,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "throws_delivery_id_unique" UNIQUE("delivery_id"),
	CONSTRAINT "throws_kind" CHECK ("throws"."kind" in ('warmUp', 'drill', 'filming', 'bullpen', 'game')),
	CONSTRAINT "throws_count" CHECK ("throws"."count" between 1 and 500)
);
--> statement-breakpoint
CREATE TABLE "day_plans" (
	"id" uuid PRIMARY KEY NOT NULL,
	"camp_id" uuid NOT NULL,
	"day" date NOT NULL,
	"settings" jsonb NOT NULL,
	"facts" jsonb,
	"revision" integer DEFAULT 1 NOT NULL,
	"entered_by" uuid,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "day_plans_one_per_day" UNIQUE("camp_id","day")
);
--> statement-breakpoint
CREATE TABLE "late_arrivals" (
	"camper_id" uuid NOT NULL,
	"day" date NOT NULL,
	"from_minute" integer NOT NULL,
	"entered_by" uuid,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "late_arrivals_one_per_day" UNIQUE("camper_id","day")
);
--> statement-breakpoint
CREATE TABLE "plan_sessions" (
	"plan_id" uuid NOT NULL,
	"camper_id" uuid NOT NULL,
	"mound" text NOT NULL,
	"camera" text NOT NULL,
	"warm_up_from" integer NOT NULL,
	"from_minute" integer NOT NULL,
	"to_minute" integer NOT NULL,
	"deliveries" integer NOT NULL,
	"filmer_id" uuid NOT NULL,
	"scorer_id" uuid NOT NULL,
	"second_scorer_id" uuid,
	CONSTRAINT "plan_sessions_one_per_camper" UNIQUE("plan_id","camper_id"),
	CONSTRAINT "plan_sessions_times" CHECK ("plan_sessions"."warm_up_from" <= "plan_sessions"."from_minute" and "plan_sessions"."from_minute" < "plan_sessions"."to_minute"),
	CONSTRAINT "plan_sessions_two_scorers" CHECK ("plan_sessions"."second_scorer_id" is distinct from "plan_sessions"."scorer_id")
);
--> statement-breakpoint
CREATE TABLE "check_ins" (
	"id" uuid PRIMARY KEY NOT NULL,
	"camper_id" uuid NOT NULL,
	"day" date NOT NULL,
	"noted_at" timestamp with time zone NOT NULL,
	"present" boolean NOT NULL,
	"height_centimetres" real,
	"sore" boolean NOT NULL,
	"sore_where" text,
	"sore_since" date,
	"drills_done" text,
	"goals" text,
	"mobility" text[] DEFAULT '{}' NOT NULL,
	"throws_reported" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"entered_by" uuid,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "check_ins_sore_where" CHECK (not "check_ins"."sore" or "check_ins"."sore_where" is not null)
);
--> statement-breakpoint
CREATE TABLE "children" (
	"id" uuid PRIMARY KEY NOT NULL,
	"entered_by" uuid,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "camp_staff" (
	"camp_id" uuid NOT NULL,
	"staff_id" uuid NOT NULL,
	"role" text NOT NULL,
	"deactivated_at" timestamp with time zone,
	"entered_by" uuid,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "camp_staff_camp_id_staff_id_pk" PRIMARY KEY("camp_id","staff_id"),
	CONSTRAINT "camp_staff_role" CHECK ("camp_staff"."role" in ('lead', 'coach', 'helper'))
);
--> statement-breakpoint
CREATE TABLE "credentials" (
	"id" uuid PRIMARY KEY NOT NULL,
	"staff_id" uuid NOT NULL,
	"account_id" text NOT NULL,
	"provider_id" text NOT NULL,
	"password" text,
	"access_token" text,
	"refresh_token" text,
	"id_token" text,
	"access_token_expires_at" timestamp with time zone,
	"refresh_token_expires_at" timestamp with time zone,
	"scope" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "sessions" (
	"id" uuid PRIMARY KEY NOT NULL,
	"staff_id" uuid NOT NULL,
	"token" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"ip_address" text,
	"user_agent" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "sessions_token_unique" UNIQUE("token")
);
--> statement-breakpoint
CREATE TABLE "sign_in_limits" (
	"key" varchar(255) PRIMARY KEY NOT NULL,
	"points" integer DEFAULT 0 NOT NULL,
	"expire" bigint
);
--> statement-breakpoint
CREATE TABLE "verifications" (
	"id" uuid PRIMARY KEY NOT NULL,
	"identifier" text NOT NULL,
	"value" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "staff" DROP CONSTRAINT "staff_role";--> statement-breakpoint
ALTER TABLE "staff" DROP CONSTRAINT "staff_camp_id_camps_id_fk";
--> statement-breakpoint
ALTER TABLE "staff" ALTER COLUMN "camp_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "staff" ALTER COLUMN "role" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "campers" ADD COLUMN "child_id" uuid;--> statement-breakpoint
ALTER TABLE "campers" ADD COLUMN "throws_both" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "campers" ADD COLUMN "guardian_email" text;--> statement-breakpoint
ALTER TABLE "campers" ADD COLUMN "guardian_phone" text;--> statement-breakpoint
ALTER TABLE "campers" ADD COLUMN "consent_to_share" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "campers" ADD COLUMN "consent_until" date;--> statement-breakpoint
ALTER TABLE "campers" ADD COLUMN "together_with" text;--> statement-breakpoint
ALTER TABLE "campers" ADD COLUMN "withdrawn_on" date;--> statement-breakpoint
ALTER TABLE "camps" ADD COLUMN "school_reasons" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "camps" ADD COLUMN "distances" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "camps" ADD COLUMN "retention_days" integer DEFAULT 365 NOT NULL;--> statement-breakpoint
ALTER TABLE "camps" ADD COLUMN "arm_care" jsonb;--> statement-breakpoint
ALTER TABLE "camps" ADD COLUMN "entered_by" uuid;--> statement-breakpoint
ALTER TABLE "camps" ADD COLUMN "entered_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "staff" ADD COLUMN "email" text;--> statement-breakpoint
ALTER TABLE "staff" ADD COLUMN "email_verified" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "staff" ADD COLUMN "image" text;--> statement-breakpoint
ALTER TABLE "staff" ADD COLUMN "created_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "staff" ADD COLUMN "updated_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "erasures" ADD CONSTRAINT "erasures_erased_by_staff_id_fk" FOREIGN KEY ("erased_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "limit_overrides" ADD CONSTRAINT "limit_overrides_child_id_children_id_fk" FOREIGN KEY ("child_id") REFERENCES "public"."children"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "limit_overrides" ADD CONSTRAINT "limit_overrides_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "messages" ADD CONSTRAINT "messages_camp_id_camps_id_fk" FOREIGN KEY ("camp_id") REFERENCES "public"."camps"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "messages" ADD CONSTRAINT "messages_child_id_children_id_fk" FOREIGN KEY ("child_id") REFERENCES "public"."children"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sore_arms" ADD CONSTRAINT "sore_arms_child_id_children_id_fk" FOREIGN KEY ("child_id") REFERENCES "public"."children"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sore_arms" ADD CONSTRAINT "sore_arms_lifted_by_staff_id_fk" FOREIGN KEY ("lifted_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sore_arms" ADD CONSTRAINT "sore_arms_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "throws" ADD CONSTRAINT "throws_child_id_children_id_fk" FOREIGN KEY ("child_id") REFERENCES "public"."children"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "throws" ADD CONSTRAINT "throws_delivery_id_deliveries_id_fk" FOREIGN KEY ("delivery_id") REFERENCES "public"."deliveries"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "throws" ADD CONSTRAINT "throws_check_in_id_check_ins_id_fk" FOREIGN KEY ("check_in_id") REFERENCES "public"."check_ins"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "throws" ADD CONSTRAINT "throws_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "day_plans" ADD CONSTRAINT "day_plans_camp_id_camps_id_fk" FOREIGN KEY ("camp_id") REFERENCES "public"."camps"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "day_plans" ADD CONSTRAINT "day_plans_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "late_arrivals" ADD CONSTRAINT "late_arrivals_camper_id_campers_id_fk" FOREIGN KEY ("camper_id") REFERENCES "public"."campers"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "late_arrivals" ADD CONSTRAINT "late_arrivals_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plan_sessions" ADD CONSTRAINT "plan_sessions_plan_id_day_plans_id_fk" FOREIGN KEY ("plan_id") REFERENCES "public"."day_plans"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plan_sessions" ADD CONSTRAINT "plan_sessions_camper_id_campers_id_fk" FOREIGN KEY ("camper_id") REFERENCES "public"."campers"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plan_sessions" ADD CONSTRAINT "plan_sessions_filmer_id_staff_id_fk" FOREIGN KEY ("filmer_id") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plan_sessions" ADD CONSTRAINT "plan_sessions_scorer_id_staff_id_fk" FOREIGN KEY ("scorer_id") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plan_sessions" ADD CONSTRAINT "plan_sessions_second_scorer_id_staff_id_fk" FOREIGN KEY ("second_scorer_id") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "check_ins" ADD CONSTRAINT "check_ins_camper_id_campers_id_fk" FOREIGN KEY ("camper_id") REFERENCES "public"."campers"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "check_ins" ADD CONSTRAINT "check_ins_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "children" ADD CONSTRAINT "children_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "camp_staff" ADD CONSTRAINT "camp_staff_camp_id_camps_id_fk" FOREIGN KEY ("camp_id") REFERENCES "public"."camps"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "camp_staff" ADD CONSTRAINT "camp_staff_staff_id_staff_id_fk" FOREIGN KEY ("staff_id") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "camp_staff" ADD CONSTRAINT "camp_staff_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "credentials" ADD CONSTRAINT "credentials_staff_id_staff_id_fk" FOREIGN KEY ("staff_id") REFERENCES "public"."staff"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sessions" ADD CONSTRAINT "sessions_staff_id_staff_id_fk" FOREIGN KEY ("staff_id") REFERENCES "public"."staff"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "messages_by_camp" ON "messages" USING btree ("camp_id","sent_at");--> statement-breakpoint
CREATE INDEX "sore_arms_by_child" ON "sore_arms" USING btree ("child_id");--> statement-breakpoint
CREATE INDEX "throws_by_child" ON "throws" USING btree ("child_id","day");--> statement-breakpoint
CREATE INDEX "check_ins_by_camper" ON "check_ins" USING btree ("camper_id","day");--> statement-breakpoint
ALTER TABLE "campers" ADD CONSTRAINT "campers_child_id_children_id_fk" FOREIGN KEY ("child_id") REFERENCES "public"."children"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "camps" ADD CONSTRAINT "camps_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "campers_by_child" ON "campers" USING btree ("child_id");--> statement-breakpoint
ALTER TABLE "campers" ADD CONSTRAINT "campers_one_per_child_and_camp" UNIQUE("camp_id","child_id");--> statement-breakpoint
ALTER TABLE "staff" ADD CONSTRAINT "staff_email_unique" UNIQUE("email");--> statement-breakpoint
ALTER TABLE "camps" ADD CONSTRAINT "camps_retention" CHECK ("camps"."retention_days" between 1 and 3650);--> statement-breakpoint
INSERT INTO "children" ("id", "entered_by", "entered_at") SELECT "id", "entered_by", "entered_at" FROM "campers";--> statement-breakpoint
UPDATE "campers" SET "child_id" = "id";--> statement-breakpoint
INSERT INTO "camp_staff" ("camp_id", "staff_id", "role") SELECT "camp_id", "id", "role" FROM "staff" WHERE "camp_id" IS NOT NULL;--> statement-breakpoint
UPDATE "staff" SET "email" = "id" || '@camp.invalid' WHERE "email" IS NULL;--> statement-breakpoint
INSERT INTO "sore_arms" ("id", "child_id", "place", "since", "entered_by", "entered_at") SELECT gen_random_uuid(), "child_id", 'not named', "entered_at"::date, "entered_by", "entered_at" FROM "campers" WHERE "sore";--> statement-breakpoint
INSERT INTO "throws" ("id", "child_id", "day", "kind", "count", "delivery_id", "entered_by", "entered_at") SELECT gen_random_uuid(), c."child_id", d."thrown_on", 'filming', 1, d."id", d."entered_by", d."entered_at" FROM "deliveries" d JOIN "campers" c ON c."id" = d."camper_id";
