import { Box } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";

/** The page as readers will get it, redrawn once a change of it is kept. */
export function Preview({ amplifierId, isKept }: { amplifierId: string; isKept: boolean }) {
  const [version, setVersion] = useState(0);
  const wasKept = useRef(isKept);
  useEffect(() => {
    const isNews = isKept && !wasKept.current;
    wasKept.current = isKept;
    if (!isNews) return;
    const timer = setTimeout(() => setVersion((before) => before + 1), 0);
    return () => clearTimeout(timer);
  }, [isKept]);
  return (
    <Box
      borderWidth="1px"
      borderColor="rime"
      borderRadius="panel"
      overflow="hidden"
      bg="white"
      h="calc(100vh - 190px)"
      minH="420px"
    >
      <iframe
        title="Page preview"
        src={`/api/amplifiers/${encodeURIComponent(amplifierId)}/page?as=preview&version=${version}`}
        sandbox="allow-scripts"
        style={{ width: "100%", height: "100%", border: 0 }}
      />
    </Box>
  );
}
