CREATE TABLE "conflict" (
	"id" uuid PRIMARY KEY NOT NULL,
	"survey_id" uuid NOT NULL,
	"plot_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"subject_id" uuid NOT NULL,
	"fact" text NOT NULL,
	"change" jsonb NOT NULL,
	"fact_text" text NOT NULL,
	"observer" text NOT NULL,
	"device" text NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	"recorded_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	"kept" text,
	"decided_by" text,
	"decided_on" text,
	"decided_at" timestamp with time zone,
	"decision_id" uuid,
	CONSTRAINT "conflict_decided" CHECK (num_nonnulls("conflict"."kept", "conflict"."decided_by", "conflict"."decided_on", "conflict"."decided_at", "conflict"."decision_id") in (0, 5))
);
--> statement-breakpoint
CREATE TABLE "device" (
	"name" text PRIMARY KEY NOT NULL,
	"last_request" integer NOT NULL,
	"seen_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "operation" (
	"number" bigserial PRIMARY KEY NOT NULL,
	"id" uuid NOT NULL,
	"device" text NOT NULL,
	"sequence" integer NOT NULL,
	"method" text NOT NULL,
	"path" text NOT NULL,
	"body" jsonb NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	"taken_at" timestamp with time zone DEFAULT now() NOT NULL,
	"write_digest" text NOT NULL,
	CONSTRAINT "operation_id" UNIQUE("id")
);
--> statement-breakpoint
ALTER TABLE "body_mark" ALTER COLUMN "recorded_at" SET DEFAULT clock_timestamp();--> statement-breakpoint
ALTER TABLE "check_decision" ALTER COLUMN "recorded_at" SET DEFAULT clock_timestamp();--> statement-breakpoint
ALTER TABLE "correction" ALTER COLUMN "recorded_at" SET DEFAULT clock_timestamp();--> statement-breakpoint
ALTER TABLE "import" ALTER COLUMN "recorded_at" SET DEFAULT clock_timestamp();--> statement-breakpoint
ALTER TABLE "instrument_check" ALTER COLUMN "recorded_at" SET DEFAULT clock_timestamp();--> statement-breakpoint
ALTER TABLE "instrument" ALTER COLUMN "recorded_at" SET DEFAULT clock_timestamp();--> statement-breakpoint
ALTER TABLE "notebook_tree" ALTER COLUMN "recorded_at" SET DEFAULT clock_timestamp();--> statement-breakpoint
ALTER TABLE "person" ALTER COLUMN "recorded_at" SET DEFAULT clock_timestamp();--> statement-breakpoint
ALTER TABLE "place" ALTER COLUMN "recorded_at" SET DEFAULT clock_timestamp();--> statement-breakpoint
ALTER TABLE "plot_photo" ALTER COLUMN "recorded_at" SET DEFAULT clock_timestamp();--> statement-breakpoint
ALTER TABLE "plot" ALTER COLUMN "recorded_at" SET DEFAULT clock_timestamp();--> statement-breakpoint
ALTER TABLE "reading" ALTER COLUMN "recorded_at" SET DEFAULT clock_timestamp();--> statement-breakpoint
ALTER TABLE "survey" ALTER COLUMN "recorded_at" SET DEFAULT clock_timestamp();--> statement-breakpoint
ALTER TABLE "tree" ALTER COLUMN "recorded_at" SET DEFAULT clock_timestamp();--> statement-breakpoint
ALTER TABLE "wood_setting" ALTER COLUMN "recorded_at" SET DEFAULT clock_timestamp();--> statement-breakpoint
ALTER TABLE "plot" ADD COLUMN "changed_in" "xid8" DEFAULT pg_current_xact_id() NOT NULL;--> statement-breakpoint
ALTER TABLE "conflict" ADD CONSTRAINT "conflict_survey_id_survey_id_fk" FOREIGN KEY ("survey_id") REFERENCES "public"."survey"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "conflict" ADD CONSTRAINT "conflict_plot_id_plot_id_fk" FOREIGN KEY ("plot_id") REFERENCES "public"."plot"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "conflict_open" ON "conflict" USING btree ("survey_id") WHERE "conflict"."kept" is null;--> statement-breakpoint
CREATE INDEX "conflict_of" ON "conflict" USING btree ("subject_id");--> statement-breakpoint
CREATE INDEX "operation_of_device" ON "operation" USING btree ("device","sequence");--> statement-breakpoint
CREATE INDEX "plot_changed" ON "plot" USING btree ("survey_id","changed_in","id");--> statement-breakpoint
CREATE FUNCTION "plot_changed"() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	NEW."changed_in" := pg_current_xact_id();
	PERFORM pg_notify('arbolito_plot', concat_ws(' ', NEW."survey_id", NEW."id", NEW."revision"));
	RETURN NEW;
END
$$;--> statement-breakpoint
CREATE TRIGGER "plot_changed" BEFORE UPDATE ON "plot" FOR EACH ROW EXECUTE FUNCTION "plot_changed"();
