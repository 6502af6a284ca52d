CREATE TABLE "scoring_tasks" (
	"id" uuid PRIMARY KEY NOT NULL,
	"camper_id" uuid NOT NULL,
	"day" date NOT NULL,
	"coach_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"state" text DEFAULT 'open' NOT NULL,
	"entered_by" uuid,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "scoring_tasks_one_per_coach" UNIQUE("camper_id","day","coach_id"),
	CONSTRAINT "scoring_tasks_kind" CHECK ("scoring_tasks"."kind" in ('first', 'second', 'practice')),
	CONSTRAINT "scoring_tasks_state" CHECK ("scoring_tasks"."state" in ('open', 'dropped'))
);
--> statement-breakpoint
ALTER TABLE "scoring_tasks" ADD CONSTRAINT "scoring_tasks_camper_id_campers_id_fk" FOREIGN KEY ("camper_id") REFERENCES "public"."campers"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "scoring_tasks" ADD CONSTRAINT "scoring_tasks_coach_id_staff_id_fk" FOREIGN KEY ("coach_id") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "scoring_tasks" ADD CONSTRAINT "scoring_tasks_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "scoring_tasks_by_coach" ON "scoring_tasks" USING btree ("coach_id");--> statement-breakpoint
-- What plans have given out until now.
INSERT INTO "scoring_tasks" ("id", "camper_id", "day", "coach_id", "kind", "entered_by", "entered_at")
SELECT gen_random_uuid(), s."camper_id", p."day", w."coach_id", w."kind", p."entered_by", p."entered_at"
FROM "plan_sessions" s JOIN "day_plans" p ON p."id" = s."plan_id"
CROSS JOIN LATERAL (VALUES (s."scorer_id", 'first'), (s."second_scorer_id", 'second')) AS w("coach_id", "kind")
WHERE w."coach_id" IS NOT NULL;
