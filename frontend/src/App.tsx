/** Which screen stands at which address; on a first start, two questions first. */
import { Text } from "@chakra-ui/react";
import { lazy, Suspense } from "react";
import { Navigate, Route, Routes } from "react-router";
import { useKitchen } from "./api/queries";
import { Bench } from "./bench/Bench";
import { Welcome } from "./kitchen/Welcome";
import { Frame } from "./parts/Frame";
import { Sentence } from "./parts/Sentence";

const Recipes = lazy(() => import("./recipes/Recipes").then((module) => ({ default: module.Recipes })));
const Compare = lazy(() => import("./recipes/Compare").then((module) => ({ default: module.Compare })));
const EnterFormula = lazy(() => import("./recipes/EnterFormula").then((module) => ({ default: module.EnterFormula })));
const FormulaWork = lazy(() => import("./recipes/FormulaWork").then((module) => ({ default: module.FormulaWork })));
const Reckoner = lazy(() => import("./reckoner/Reckoner").then((module) => ({ default: module.Reckoner })));
const Measure = lazy(() => import("./making/Measure").then((module) => ({ default: module.Measure })));
const WallSheet = lazy(() => import("./making/WallSheet").then((module) => ({ default: module.WallSheet })));
const CanMake = lazy(() => import("./making/CanMake").then((module) => ({ default: module.CanMakeScreen })));
const StockScreen = lazy(() => import("./kitchen/StockScreen").then((module) => ({ default: module.StockScreen })));
const Stove = lazy(() => import("./stove/Stove").then((module) => ({ default: module.Stove })));
const Run = lazy(() => import("./stove/Run").then((module) => ({ default: module.Run })));
const DayScreen = lazy(() => import("./day/DayScreen").then((module) => ({ default: module.DayScreen })));
const DayUnderWay = lazy(() => import("./day/DayUnderWay").then((module) => ({ default: module.DayUnderWay })));
const DaySheets = lazy(() => import("./day/DaySheets").then((module) => ({ default: module.DaySheets })));
const Shelf = lazy(() => import("./shelf/Shelf").then((module) => ({ default: module.Shelf })));
const BatchJars = lazy(() => import("./shelf/BatchJars").then((module) => ({ default: module.BatchJars })));
const JarPage = lazy(() => import("./shelf/JarPage").then((module) => ({ default: module.JarPage })));
const ByLabel = lazy(() => import("./shelf/JarPage").then((module) => ({ default: module.ByLabel })));
const FoundJars = lazy(() => import("./shelf/FoundJars").then((module) => ({ default: module.FoundJars })));
const EnterJars = lazy(() => import("./shelf/EnterJars").then((module) => ({ default: module.EnterJars })));
const FoundWrong = lazy(() => import("./shelf/FoundWrong").then((module) => ({ default: module.FoundWrong })));
const Today = lazy(() => import("./today/Today").then((module) => ({ default: module.Today })));
const More = lazy(() => import("./today/More").then((module) => ({ default: module.More })));
const Journal = lazy(() => import("./journal/Journal").then((module) => ({ default: module.Journal })));
const BatchBack = lazy(() => import("./journal/BatchBack").then((module) => ({ default: module.BatchBack })));
const Labels = lazy(() => import("./shelf/Labels").then((module) => ({ default: module.Labels })));
const TraceScreen = lazy(() => import("./shelf/TraceScreen").then((module) => ({ default: module.TraceScreen })));
const KitchenScreen = lazy(() =>
  import("./kitchen/KitchenScreen").then((module) => ({ default: module.KitchenScreen })),
);

export function App() {
  const kitchen = useKitchen();
  // Only where nothing is known of it: a look that fails later must not wipe a running clock off the screen.
  if (kitchen.error && !kitchen.data) return <Sentence m="6">{kitchen.error.message}</Sentence>;
  if (!kitchen.data) return <Text p="6">Opening the kitchen …</Text>;
  if (!kitchen.data.known) return <Welcome />;
  return (
    <Frame>
      <Suspense fallback={<Text>One moment …</Text>}>
        <Routes>
          <Route path="/" element={<Navigate replace to={kitchen.data.begun ? "/today" : "/bench"} />} />
          <Route path="/today" element={<Today />} />
          <Route path="/journal" element={<Journal />} />
          <Route path="/journal/:number" element={<BatchBack />} />
          <Route path="/more" element={<More />} />
          <Route path="/bench" element={<Bench />} />
          <Route path="/recipes" element={<Recipes />} />
          <Route path="/recipes/compare" element={<Compare />} />
          <Route path="/recipes/enter" element={<EnterFormula />} />
          <Route path="/formulas/:id" element={<FormulaWork />} />
          <Route path="/reckoner" element={<Reckoner />} />
          <Route path="/reckoner/:sum" element={<Reckoner />} />
          <Route path="/measure" element={<Measure />} />
          <Route path="/measure/sheet" element={<WallSheet />} />
          <Route path="/recipes/on-hand" element={<CanMake />} />
          <Route path="/kitchen/:part" element={<StockScreen />} />
          <Route path="/stove" element={<Stove />} />
          <Route path="/stove/:id" element={<Run />} />
          <Route path="/day" element={<DayScreen />} />
          <Route path="/day/:id" element={<DayUnderWay />} />
          <Route path="/day/:id/sheets" element={<DaySheets />} />
          <Route path="/shelf" element={<Shelf />} />
          <Route path="/shelf/found" element={<FoundJars />} />
          <Route path="/shelf/enter" element={<EnterJars />} />
          <Route path="/wrong" element={<FoundWrong />} />
          <Route path="/shelf/:batch/:jar/wrong" element={<FoundWrong />} />
          <Route path="/shelf/:batch" element={<BatchJars />} />
          <Route path="/shelf/:batch/:jar" element={<JarPage />} />
          <Route path="/trace" element={<TraceScreen />} />
          <Route path="/labels" element={<Labels />} />
          <Route path="/j/:code" element={<ByLabel />} />
          <Route path="/kitchen" element={<KitchenScreen />} />
          <Route path="*" element={<Sentence>There is no such screen. Choose one from the bar.</Sentence>} />
        </Routes>
      </Suspense>
    </Frame>
  );
}
