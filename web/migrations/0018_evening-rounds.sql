CREATE TABLE "evening_levels" (
	"round_id" uuid NOT NULL,
	"place" integer NOT NULL,
	"delivery_id" uuid NOT NULL,
	"checkpoint" text NOT NULL,
	"coach_id" uuid NOT NULL,
	"before" text,
	"after" text,
	"entered_by" uuid,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "evening_levels_round_id_delivery_id_checkpoint_coach_id_pk" PRIMARY KEY("round_id","delivery_id","checkpoint","coach_id"),
	CONSTRAINT "evening_levels_before" CHECK ("evening_levels"."before" in ('0', '1', '2', '3', 'NV')),
	CONSTRAINT "evening_levels_after" CHECK ("evening_levels"."after" in ('0', '1', '2', '3', 'NV'))
);
--> statement-breakpoint
CREATE TABLE "evening_rounds" (
	"id" uuid PRIMARY KEY NOT NULL,
	"camp_id" uuid NOT NULL,
	"day" date NOT NULL,
	"entered_by" uuid,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "evening_levels" ADD CONSTRAINT "evening_levels_round_id_evening_rounds_id_fk" FOREIGN KEY ("round_id") REFERENCES "public"."evening_rounds"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "evening_levels" ADD CONSTRAINT "evening_levels_delivery_id_deliveries_id_fk" FOREIGN KEY ("delivery_id") REFERENCES "public"."deliveries"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "evening_levels" ADD CONSTRAINT "evening_levels_coach_id_staff_id_fk" FOREIGN KEY ("coach_id") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "evening_levels" ADD CONSTRAINT "evening_levels_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "evening_rounds" ADD CONSTRAINT "evening_rounds_camp_id_camps_id_fk" FOREIGN KEY ("camp_id") REFERENCES "public"."camps"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "evening_rounds" ADD CONSTRAINT "evening_rounds_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "evening_rounds_by_camp" ON "evening_rounds" USING btree ("camp_id","entered_at");