CREATE TABLE "survey_figure" (
	"survey_id" uuid NOT NULL,
	"name" text NOT NULL,
	"stamp" text NOT NULL,
	"value" json NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "survey_figure_survey_id_name_pk" PRIMARY KEY("survey_id","name")
);
--> statement-breakpoint
ALTER TABLE "plot" ADD COLUMN "revision" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "survey_figure" ADD CONSTRAINT "survey_figure_survey_id_survey_id_fk" FOREIGN KEY ("survey_id") REFERENCES "public"."survey"("id") ON DELETE no action ON UPDATE no action;