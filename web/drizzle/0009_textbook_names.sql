ALTER TABLE "plot" DROP CONSTRAINT "plot_shape";--> statement-breakpoint
ALTER TABLE "plot" RENAME COLUMN "quick" TO "auxiliary";--> statement-breakpoint
ALTER TABLE "plot" RENAME CONSTRAINT "plot_quick" TO "plot_auxiliary";--> statement-breakpoint
ALTER TABLE "reading" RENAME COLUMN "take" TO "height_no";--> statement-breakpoint
ALTER TABLE "reading" RENAME CONSTRAINT "reading_take" TO "reading_height_no";--> statement-breakpoint
ALTER TABLE "reading" RENAME COLUMN "attempt" TO "try";--> statement-breakpoint
ALTER TABLE "reading" RENAME CONSTRAINT "reading_attempt" TO "reading_try";--> statement-breakpoint
ALTER TABLE "tree_figure" RENAME TO "tree_result";--> statement-breakpoint
ALTER TABLE "tree_result" RENAME CONSTRAINT "tree_figure_pkey" TO "tree_result_pkey";--> statement-breakpoint
ALTER TABLE "tree_result" RENAME CONSTRAINT "tree_figure_tree_id_tree_id_fk" TO "tree_result_tree_id_tree_id_fk";--> statement-breakpoint
ALTER INDEX "tree_figure_of_survey" RENAME TO "tree_result_of_survey";--> statement-breakpoint
ALTER TABLE "survey_figure" RENAME TO "survey_result";--> statement-breakpoint
ALTER TABLE "survey_result" RENAME CONSTRAINT "survey_figure_survey_id_survey_id_fk" TO "survey_result_survey_id_survey_id_fk";--> statement-breakpoint
ALTER TABLE "survey_result" RENAME CONSTRAINT "survey_figure_survey_id_name_pk" TO "survey_result_survey_id_name_pk";--> statement-breakpoint
-- Cached results have the old names in their JSON; they are computed again.
DELETE FROM "survey_result";--> statement-breakpoint
DELETE FROM "tree_result";--> statement-breakpoint
CREATE FUNCTION arbolito_new_names(old jsonb) RETURNS jsonb LANGUAGE plpgsql IMMUTABLE AS $$
BEGIN
  IF jsonb_typeof(old) = 'array' THEN
    RETURN (SELECT coalesce(jsonb_agg(arbolito_new_names(item) ORDER BY position), '[]'::jsonb)
            FROM jsonb_array_elements(old) WITH ORDINALITY AS items (item, position));
  ELSIF jsonb_typeof(old) = 'object' THEN
    RETURN (
      SELECT coalesce(jsonb_object_agg(
        CASE key
          WHEN 'take' THEN 'heightNo'
          WHEN 'takes' THEN 'others'
          WHEN 'oneStand' THEN 'sameStation'
          WHEN 'counts' THEN 'multiplicity'
          WHEN 'guessM3' THEN 'predictedVolumeM3'
          WHEN 'quick' THEN 'auxiliary'
          WHEN 'surelyFromM3' THEN 'sureToMeasureM3'
          ELSE key
        END,
        CASE
          WHEN key <> 'kind' THEN arbolito_new_names(value)
          WHEN value = '"point"' THEN '"variable-radius"'
          WHEN value = '"whole"' THEN '"complete-tally"'
          WHEN value = '"double"' THEN '"double-sampling"'
          WHEN value = '"count"' THEN '"count-measure"'
          WHEN value = '"strata"' THEN '"stratification"'
          WHEN value = '"guess"' THEN '"three-p"'
          ELSE value
        END
      ), '{}'::jsonb)
      FROM jsonb_each(old)
    );
  END IF;
  RETURN old;
END
$$;--> statement-breakpoint
UPDATE "survey" SET "design" = arbolito_new_names("design");--> statement-breakpoint
UPDATE "plot" SET "shape" = arbolito_new_names("shape");--> statement-breakpoint
UPDATE "observation" SET "heights" = arbolito_new_names("heights"), "notes" = arbolito_new_names("notes");--> statement-breakpoint
UPDATE "correction" SET "before" = arbolito_new_names("before"), "after" = arbolito_new_names("after");--> statement-breakpoint
DROP FUNCTION arbolito_new_names(jsonb);--> statement-breakpoint
UPDATE "check_decision" SET "point" = CASE split_part("point", ' ', 1)
    WHEN 'twice' THEN 'duplicate'
    WHEN 'digits' THEN 'digit-preference'
    WHEN 'bare' THEN 'undeclared-empty-plot'
    WHEN 'beyond' THEN 'beyond-limit'
  END || substr("point", strpos("point", ' '))
  WHERE split_part("point", ' ', 1) IN ('twice', 'digits', 'bare', 'beyond');--> statement-breakpoint
ALTER TABLE "plot" ADD CONSTRAINT "plot_shape" CHECK (coalesce("plot"."shape" ->> 'kind', '') in ('circle', 'nested', 'rectangle', 'variable-radius', 'complete-tally'));
