CREATE FUNCTION refuse_change_of_released_evaluation() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF OLD.released_at IS NOT NULL THEN
    RAISE EXCEPTION 'a released evaluation never changes: make a new version' USING ERRCODE = 'restrict_violation';
  END IF;
  IF TG_OP = 'DELETE' THEN RETURN OLD; END IF;
  RETURN NEW;
END $$;
--> statement-breakpoint
CREATE TRIGGER evaluations_released_never_change BEFORE UPDATE OR DELETE ON evaluations
  FOR EACH ROW EXECUTE FUNCTION refuse_change_of_released_evaluation();
--> statement-breakpoint
CREATE FUNCTION refuse_truncate_of_evaluations() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'evaluations are never truncated' USING ERRCODE = 'restrict_violation';
END $$;
--> statement-breakpoint
CREATE TRIGGER evaluations_never_truncated BEFORE TRUNCATE ON evaluations
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_truncate_of_evaluations();
--> statement-breakpoint
CREATE FUNCTION refuse_change_of_entry() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'an entry is kept as it was made' USING ERRCODE = 'restrict_violation';
END $$;
--> statement-breakpoint
CREATE TRIGGER entries_never_change BEFORE UPDATE ON entries
  FOR EACH ROW EXECUTE FUNCTION refuse_change_of_entry();
