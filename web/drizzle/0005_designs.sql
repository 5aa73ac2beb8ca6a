CREATE TABLE "check_decision" (
	"id" uuid PRIMARY KEY NOT NULL,
	"survey_id" uuid NOT NULL,
	"point" text NOT NULL,
	"cleared" boolean NOT NULL,
	"reason" text NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	"observer" text NOT NULL,
	"device" text NOT NULL,
	"write_digest" text NOT NULL,
	"recorded_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "observation" ADD COLUMN "notes" jsonb;--> statement-breakpoint
ALTER TABLE "plot" ADD COLUMN "shape" jsonb;--> statement-breakpoint
UPDATE "plot" SET "shape" = jsonb_build_object('kind', 'circle', 'areaM2', "area_m2");--> statement-breakpoint
ALTER TABLE "plot" ALTER COLUMN "shape" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "plot" ADD COLUMN "aspect_deg" double precision;--> statement-breakpoint
ALTER TABLE "plot" ADD COLUMN "latitude" double precision;--> statement-breakpoint
ALTER TABLE "plot" ADD COLUMN "longitude" double precision;--> statement-breakpoint
ALTER TABLE "plot" ADD COLUMN "ground" text;--> statement-breakpoint
ALTER TABLE "plot" ADD COLUMN "measured_on" date;--> statement-breakpoint
ALTER TABLE "plot" ADD COLUMN "crew" text;--> statement-breakpoint
ALTER TABLE "plot" ADD COLUMN "empty" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "survey" ADD COLUMN "design" jsonb DEFAULT '{"layout":"systematic","shape":{"kind":"circle","areaM2":500},"edge":"none","slopeRadius":"circle","heights":{"ask":"every","n":3},"conditions":[{"code":"dead","words":"dead, standing"},{"code":"brk","words":"top broken"},{"code":"lean","words":"leaning"},{"code":"rot","words":"rot seen"},{"code":"ivy","words":"climber on the stem"},{"code":"nest","words":"nest or hollow: keep"}],"dominant":"fractional"}' NOT NULL;--> statement-breakpoint
ALTER TABLE "survey" ALTER COLUMN "design" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "check_decision" ADD CONSTRAINT "check_decision_survey_id_survey_id_fk" FOREIGN KEY ("survey_id") REFERENCES "public"."survey"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "check_decision_of" ON "check_decision" USING btree ("survey_id","point");--> statement-breakpoint
ALTER TABLE "plot" ADD CONSTRAINT "plot_shape" CHECK (coalesce("plot"."shape" ->> 'kind', '') in ('circle', 'nested', 'rectangle', 'point', 'whole'));--> statement-breakpoint
ALTER TABLE "plot" ADD CONSTRAINT "plot_aspect" CHECK ("plot"."aspect_deg" is null or "plot"."aspect_deg" between 0 and 360);--> statement-breakpoint
ALTER TABLE "plot" ADD CONSTRAINT "plot_latitude" CHECK ("plot"."latitude" is null or "plot"."latitude" between -90 and 90);--> statement-breakpoint
ALTER TABLE "plot" ADD CONSTRAINT "plot_longitude" CHECK ("plot"."longitude" is null or "plot"."longitude" between -180 and 180);--> statement-breakpoint
ALTER TABLE "plot" ADD CONSTRAINT "plot_position" CHECK (num_nonnulls("plot"."latitude", "plot"."longitude") in (0, 2));--> statement-breakpoint
ALTER TABLE "plot" DROP CONSTRAINT "plot_area";--> statement-breakpoint
ALTER TABLE "plot" DROP COLUMN "area_m2";--> statement-breakpoint
ALTER TABLE "stratum" ADD COLUMN "outline" jsonb;--> statement-breakpoint
CREATE TABLE "tree_figure" (
	"tree_id" uuid PRIMARY KEY NOT NULL,
	"survey_id" uuid NOT NULL,
	"stamp" text NOT NULL,
	"diameters_cm" double precision[] NOT NULL,
	"dbh_cm" double precision,
	"height_m" double precision,
	"volume_m3" double precision,
	"volume_error_m3" double precision,
	"in_doubt" boolean NOT NULL,
	"outside" boolean NOT NULL,
	"findings" jsonb
);
--> statement-breakpoint
ALTER TABLE "tree_figure" ADD CONSTRAINT "tree_figure_tree_id_tree_id_fk" FOREIGN KEY ("tree_id") REFERENCES "public"."tree"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "tree_figure_of_survey" ON "tree_figure" USING btree ("survey_id","stamp");
