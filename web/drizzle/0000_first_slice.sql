CREATE TABLE "correction" (
	"id" uuid PRIMARY KEY NOT NULL,
	"subject" text NOT NULL,
	"subject_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"before" jsonb NOT NULL,
	"after" jsonb NOT NULL,
	"undoes" uuid,
	"made_at" timestamp with time zone NOT NULL,
	"observer" text NOT NULL,
	"device" text NOT NULL,
	"write_digest" text NOT NULL,
	"recorded_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "correction_undone_once" UNIQUE("undoes"),
	CONSTRAINT "correction_kind" CHECK (("correction"."kind" = 'undo') = ("correction"."undoes" is not null))
);
--> statement-breakpoint
CREATE TABLE "observation" (
	"id" uuid PRIMARY KEY NOT NULL,
	"tree_id" uuid NOT NULL,
	"survey_id" uuid NOT NULL,
	"observed_at" timestamp with time zone NOT NULL,
	"observer" text NOT NULL,
	"device" text NOT NULL,
	CONSTRAINT "observation_visit" UNIQUE("tree_id","survey_id")
);
--> statement-breakpoint
CREATE TABLE "place" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"observer" text NOT NULL,
	"device" text NOT NULL,
	"write_digest" text NOT NULL,
	"recorded_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "plot" (
	"id" uuid PRIMARY KEY NOT NULL,
	"survey_id" uuid NOT NULL,
	"stratum_id" uuid NOT NULL,
	"label" text NOT NULL,
	"area_m2" double precision NOT NULL,
	"slope_pct" double precision NOT NULL,
	"finished" boolean DEFAULT false NOT NULL,
	"observer" text NOT NULL,
	"device" text NOT NULL,
	"write_digest" text NOT NULL,
	"recorded_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "plot_label" UNIQUE("survey_id","label"),
	CONSTRAINT "plot_of_survey" UNIQUE("survey_id","id"),
	CONSTRAINT "plot_area" CHECK ("plot"."area_m2" between 1 and 10000),
	CONSTRAINT "plot_slope" CHECK ("plot"."slope_pct" between 0 and 150)
);
--> statement-breakpoint
CREATE TABLE "reading" (
	"id" uuid PRIMARY KEY NOT NULL,
	"observation_id" uuid NOT NULL,
	"stem_id" uuid NOT NULL,
	"measure" text NOT NULL,
	"method_id" text NOT NULL,
	"method_version" integer NOT NULL,
	"key" text NOT NULL,
	"value" double precision NOT NULL,
	"unit" text NOT NULL,
	"as_read" text NOT NULL,
	"standard_error" double precision,
	"instrument" text NOT NULL,
	"attempt" integer NOT NULL,
	"observer" text NOT NULL,
	"device" text NOT NULL,
	"taken_at" timestamp with time zone NOT NULL,
	"in_use" boolean DEFAULT true NOT NULL,
	"correction_id" uuid,
	"recorded_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "reading_measure" CHECK ("reading"."measure" in ('diameter', 'height')),
	CONSTRAINT "reading_finite" CHECK ("reading"."value" between -1e6 and 1e6),
	CONSTRAINT "reading_error" CHECK ("reading"."standard_error" is null or "reading"."standard_error" between 0 and 1e6),
	CONSTRAINT "reading_attempt" CHECK ("reading"."attempt" > 0)
);
--> statement-breakpoint
CREATE TABLE "species" (
	"survey_id" uuid NOT NULL,
	"code" text NOT NULL,
	"name" text NOT NULL,
	"crown" text NOT NULL,
	"position" integer NOT NULL,
	CONSTRAINT "species_survey_id_code_pk" PRIMARY KEY("survey_id","code"),
	CONSTRAINT "species_code" CHECK ("species"."code" ~ '^[a-z]{2,5}$')
);
--> statement-breakpoint
CREATE TABLE "stem" (
	"id" uuid PRIMARY KEY NOT NULL,
	"tree_id" uuid NOT NULL,
	"ordinal" integer NOT NULL,
	CONSTRAINT "stem_ordinal" UNIQUE("tree_id","ordinal"),
	CONSTRAINT "stem_ordinal_positive" CHECK ("stem"."ordinal" > 0)
);
--> statement-breakpoint
CREATE TABLE "stratum" (
	"id" uuid PRIMARY KEY NOT NULL,
	"survey_id" uuid NOT NULL,
	"name" text NOT NULL,
	"area_ha" double precision,
	"position" integer NOT NULL,
	CONSTRAINT "stratum_name" UNIQUE("survey_id","name"),
	CONSTRAINT "stratum_of_survey" UNIQUE("survey_id","id"),
	CONSTRAINT "stratum_area" CHECK ("stratum"."area_ha" is null or "stratum"."area_ha" > 0)
);
--> statement-breakpoint
CREATE TABLE "survey" (
	"id" uuid PRIMARY KEY NOT NULL,
	"place_id" uuid NOT NULL,
	"name" text NOT NULL,
	"unit_system" text NOT NULL,
	"slope_unit" text NOT NULL,
	"breast_height_m" double precision NOT NULL,
	"eye_height_m" double precision NOT NULL,
	"form_factor" double precision NOT NULL,
	"form_factor_standard_error" double precision NOT NULL,
	"crew" text NOT NULL,
	"started_on" date NOT NULL,
	"observer" text NOT NULL,
	"device" text NOT NULL,
	"write_digest" text NOT NULL,
	"recorded_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "survey_unit_system" CHECK ("survey"."unit_system" in ('metric', 'imperial')),
	CONSTRAINT "survey_slope_unit" CHECK ("survey"."slope_unit" in ('pct', 'deg', 'm20', 'm15')),
	CONSTRAINT "survey_breast_height" CHECK ("survey"."breast_height_m" between 0.5 and 2),
	CONSTRAINT "survey_eye_height" CHECK ("survey"."eye_height_m" between 0.5 and 2.5),
	CONSTRAINT "survey_form_factor" CHECK ("survey"."form_factor" between 0.2 and 0.8),
	CONSTRAINT "survey_form_factor_error" CHECK ("survey"."form_factor_standard_error" between 0 and 0.5)
);
--> statement-breakpoint
CREATE TABLE "tree" (
	"id" uuid PRIMARY KEY NOT NULL,
	"survey_id" uuid NOT NULL,
	"plot_id" uuid NOT NULL,
	"tag" text NOT NULL,
	"species_code" text NOT NULL,
	"deleted_at" timestamp with time zone,
	"observer" text NOT NULL,
	"device" text NOT NULL,
	"write_digest" text NOT NULL,
	"recorded_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "correction" ADD CONSTRAINT "correction_undoes" FOREIGN KEY ("undoes") REFERENCES "public"."correction"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "observation" ADD CONSTRAINT "observation_tree_id_tree_id_fk" FOREIGN KEY ("tree_id") REFERENCES "public"."tree"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "observation" ADD CONSTRAINT "observation_survey_id_survey_id_fk" FOREIGN KEY ("survey_id") REFERENCES "public"."survey"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plot" ADD CONSTRAINT "plot_survey_id_survey_id_fk" FOREIGN KEY ("survey_id") REFERENCES "public"."survey"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plot" ADD CONSTRAINT "plot_stratum" FOREIGN KEY ("survey_id","stratum_id") REFERENCES "public"."stratum"("survey_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_observation_id_observation_id_fk" FOREIGN KEY ("observation_id") REFERENCES "public"."observation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_stem_id_stem_id_fk" FOREIGN KEY ("stem_id") REFERENCES "public"."stem"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_correction_id_correction_id_fk" FOREIGN KEY ("correction_id") REFERENCES "public"."correction"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "species" ADD CONSTRAINT "species_survey_id_survey_id_fk" FOREIGN KEY ("survey_id") REFERENCES "public"."survey"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stem" ADD CONSTRAINT "stem_tree_id_tree_id_fk" FOREIGN KEY ("tree_id") REFERENCES "public"."tree"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stratum" ADD CONSTRAINT "stratum_survey_id_survey_id_fk" FOREIGN KEY ("survey_id") REFERENCES "public"."survey"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "survey" ADD CONSTRAINT "survey_place_id_place_id_fk" FOREIGN KEY ("place_id") REFERENCES "public"."place"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "tree" ADD CONSTRAINT "tree_plot" FOREIGN KEY ("survey_id","plot_id") REFERENCES "public"."plot"("survey_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "tree" ADD CONSTRAINT "tree_species" FOREIGN KEY ("survey_id","species_code") REFERENCES "public"."species"("survey_id","code") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "correction_subject" ON "correction" USING btree ("subject_id");--> statement-breakpoint
CREATE UNIQUE INDEX "reading_in_use" ON "reading" USING btree ("stem_id","observation_id","measure","key") WHERE "reading"."in_use";--> statement-breakpoint
CREATE INDEX "reading_of_observation" ON "reading" USING btree ("observation_id");--> statement-breakpoint
CREATE UNIQUE INDEX "tree_tag" ON "tree" USING btree ("plot_id","tag") WHERE "tree"."deleted_at" is null;--> statement-breakpoint
CREATE INDEX "tree_of_survey" ON "tree" USING btree ("survey_id");