-- Open pages follow what changes: each row that they show tells its camp, whichever part of the program has written it. A message says which camp, what
-- about, and of whom; it carries no data.
CREATE FUNCTION tell_camp(camp uuid, about text, camper uuid) RETURNS void LANGUAGE sql AS $$
  SELECT pg_notify('camp_changed', concat_ws(' ', camp, about, camper))
$$;
--> statement-breakpoint
CREATE FUNCTION camper_changed() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  of record;
  about text;
  row_now jsonb := to_jsonb(coalesce(NEW, OLD));
BEGIN
  FOR of IN
    SELECT c.id, c.camp_id FROM campers c WHERE
      CASE TG_ARGV[0]
        WHEN 'delivery' THEN c.id = (SELECT d.camper_id FROM deliveries d WHERE d.id = (row_now->>'delivery_id')::uuid)
        WHEN 'camper' THEN c.id = (row_now->>'camper_id')::uuid
        WHEN 'itself' THEN c.id = (row_now->>'id')::uuid
        -- An arm is the same at every camp.
        WHEN 'child' THEN c.child_id = (row_now->>'child_id')::uuid
      END
  LOOP
    FOREACH about IN ARRAY TG_ARGV[1:] LOOP
      PERFORM tell_camp(of.camp_id, about, of.id);
    END LOOP;
  END LOOP;
  RETURN NULL;
END
$$;
--> statement-breakpoint
CREATE FUNCTION plan_changed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM tell_camp(coalesce(NEW.camp_id, OLD.camp_id), 'plan', NULL);
  PERFORM tell_camp(coalesce(NEW.camp_id, OLD.camp_id), 'gate', NULL);
  RETURN NULL;
END
$$;
--> statement-breakpoint
CREATE TRIGGER clips_tell AFTER INSERT OR UPDATE OR DELETE ON clips FOR EACH ROW EXECUTE FUNCTION camper_changed('delivery', 'films');
--> statement-breakpoint
CREATE TRIGGER refusals_tell AFTER INSERT OR UPDATE OR DELETE ON refusals FOR EACH ROW EXECUTE FUNCTION camper_changed('delivery', 'films');
--> statement-breakpoint
CREATE TRIGGER deliveries_tell AFTER INSERT OR UPDATE OR DELETE ON deliveries FOR EACH ROW EXECUTE FUNCTION camper_changed('camper', 'films');
--> statement-breakpoint
CREATE TRIGGER consents_tell AFTER INSERT ON consents FOR EACH ROW EXECUTE FUNCTION camper_changed('camper', 'shown', 'gate', 'plan');
--> statement-breakpoint
CREATE TRIGGER check_ins_tell AFTER INSERT OR UPDATE ON check_ins FOR EACH ROW EXECUTE FUNCTION camper_changed('camper', 'gate', 'plan');
--> statement-breakpoint
CREATE TRIGGER late_arrivals_tell AFTER INSERT OR UPDATE OR DELETE ON late_arrivals FOR EACH ROW EXECUTE FUNCTION camper_changed('camper', 'plan');
--> statement-breakpoint
CREATE TRIGGER campers_tell AFTER INSERT OR UPDATE ON campers FOR EACH ROW EXECUTE FUNCTION camper_changed('itself', 'gate', 'plan', 'shown');
--> statement-breakpoint
CREATE TRIGGER throws_tell AFTER INSERT OR UPDATE OR DELETE ON throws FOR EACH ROW EXECUTE FUNCTION camper_changed('child', 'gate', 'plan');
--> statement-breakpoint
CREATE TRIGGER sore_arms_tell AFTER INSERT OR UPDATE OR DELETE ON sore_arms FOR EACH ROW EXECUTE FUNCTION camper_changed('child', 'gate', 'plan');
--> statement-breakpoint
CREATE TRIGGER limit_overrides_tell AFTER INSERT OR UPDATE OR DELETE ON limit_overrides FOR EACH ROW EXECUTE FUNCTION camper_changed('child', 'gate', 'plan');
--> statement-breakpoint
CREATE TRIGGER day_plans_tell AFTER INSERT OR UPDATE OR DELETE ON day_plans FOR EACH ROW EXECUTE FUNCTION plan_changed();
