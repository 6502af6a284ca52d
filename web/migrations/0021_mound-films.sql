CREATE TABLE "mound_claims" (
	"camp_id" uuid NOT NULL,
	"device" uuid NOT NULL,
	"staff_id" uuid NOT NULL,
	"mound" text NOT NULL,
	"view" text,
	"since" timestamp with time zone NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "mound_claims_camp_id_device_pk" PRIMARY KEY("camp_id","device")
);
--> statement-breakpoint
CREATE TABLE "mound_taps" (
	"id" uuid PRIMARY KEY NOT NULL,
	"throw_id" uuid NOT NULL,
	"device" uuid NOT NULL,
	"view" text,
	"tapped_at" timestamp with time zone NOT NULL,
	"number" integer NOT NULL,
	"taken_back_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "mound_claims" ADD CONSTRAINT "mound_claims_camp_id_camps_id_fk" FOREIGN KEY ("camp_id") REFERENCES "public"."camps"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "mound_claims" ADD CONSTRAINT "mound_claims_staff_id_staff_id_fk" FOREIGN KEY ("staff_id") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "mound_taps" ADD CONSTRAINT "mound_taps_throw_id_throws_id_fk" FOREIGN KEY ("throw_id") REFERENCES "public"."throws"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "mound_claims_by_camp" ON "mound_claims" USING btree ("camp_id","at");--> statement-breakpoint
CREATE INDEX "mound_taps_by_throw" ON "mound_taps" USING btree ("throw_id");