ALTER TABLE "camp_staff" ADD COLUMN "changed_by" uuid;--> statement-breakpoint
ALTER TABLE "camp_staff" ADD COLUMN "changed_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "camp_staff" ADD CONSTRAINT "camp_staff_changed_by_staff_id_fk" FOREIGN KEY ("changed_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "limit_overrides_by_child" ON "limit_overrides" USING btree ("child_id","day");--> statement-breakpoint
CREATE INDEX "messages_by_child" ON "messages" USING btree ("child_id");--> statement-breakpoint
CREATE INDEX "clips_by_film" ON "clips" USING btree ("sha256");--> statement-breakpoint
CREATE INDEX "refusals_by_delivery" ON "refusals" USING btree ("delivery_id");--> statement-breakpoint
CREATE INDEX "plan_sessions_by_camper" ON "plan_sessions" USING btree ("camper_id");--> statement-breakpoint
CREATE INDEX "same_child_questions_by_other" ON "same_child_questions" USING btree ("other_camper_id");--> statement-breakpoint
CREATE INDEX "camp_staff_by_person" ON "camp_staff" USING btree ("staff_id");--> statement-breakpoint
CREATE INDEX "credentials_by_person" ON "credentials" USING btree ("staff_id");--> statement-breakpoint
CREATE INDEX "sessions_by_person" ON "sessions" USING btree ("staff_id");--> statement-breakpoint
CREATE INDEX "scores_by_coach" ON "scores" USING btree ("coach_id","delivery_id");--> statement-breakpoint
ALTER TABLE "camp_staff" ADD CONSTRAINT "camp_staff_changed_by_somebody" CHECK (("camp_staff"."changed_by" is null) = ("camp_staff"."changed_at" is null));