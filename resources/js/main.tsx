import '@fontsource-variable/figtree';
import '@fontsource-variable/fraunces';
import '@fontsource-variable/jetbrains-mono';
import './looks/theme.css';
import './looks/composer.css';
import './looks/brand.css';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router';
import { Toaster } from 'sonner';
import { ProblemError } from './api/client';
import { applyTheme, chosenTheme } from './looks/theme';
import { DispatchPage } from './pages/dispatches/DispatchPage';
import { DispatchesPage } from './pages/dispatches/DispatchesPage';
import { MailroomPage } from './pages/mailroom/MailroomPage';
import { NoticePage } from './pages/notice/NoticePage';
import { RecordPage } from './pages/records/RecordPage';
import { RecordsPage } from './pages/records/RecordsPage';
import { RunningOrderPage } from './pages/running-order/RunningOrderPage';
import { SignInPage } from './pages/sign-in/SignInPage';
import { TemplatesPage } from './pages/templates/TemplatesPage';
import { pagesOf, SOURCE } from './api/source';
import { Frame } from './parts/Frame';
import { keepFocus } from './parts/keepFocus';
import { Broken, Loading, NothingHere } from './parts/Message';

applyTheme(chosenTheme());
keepFocus();

const client = new QueryClient({
    defaultOptions: {
        queries: {
            retry: (count, error) => count < 2 && !(error instanceof ProblemError && error.problem.status >= 400 && error.problem.status < 500),
            staleTime: 2_000,
        },
    },
});

const router = createBrowserRouter([
    { path: '/sign-in', element: <SignInPage />, errorElement: <Broken /> },
    {
        element: <Frame />,
        HydrateFallback: Loading,
        children: [{ errorElement: <Broken />, children: [
            { path: '/', element: <Navigate to="/running-order" replace /> },
            { path: '/running-order', element: <RunningOrderPage /> },
            { path: '/coming', lazy: async () => ({ Component: (await import('./pages/coming/ComingPage')).ComingPage }) },
            { path: '/notices/new', lazy: async () => ({ Component: (await import('./pages/notice/OwnNoticePage')).OwnNoticePage }) },
            { path: '/notices/:notice/edit', lazy: async () => ({ Component: (await import('./pages/notice/OwnNoticePage')).OwnNoticePage }) },
            { path: '/notices/:notice/replay', lazy: async () => ({ Component: (await import('./pages/notice/ReplayPage')).ReplayPage }) },
            { path: '/notices/:notice', element: <NoticePage /> },
            { path: '/templates', element: <TemplatesPage /> },
            { path: '/templates/:template', lazy: async () => ({ Component: (await import('./pages/composer/ComposerPage')).ComposerPage }) },
            { path: '/readiness', lazy: async () => ({ Component: (await import('./pages/readiness/ReadinessPage')).ReadinessPage }) },
            { path: '/collections', lazy: async () => ({ Component: (await import('./pages/collections/CollectionsPage')).CollectionsPage }) },
            { path: '/collections/:collection', lazy: async () => ({ Component: (await import('./pages/collections/CollectionPage')).CollectionPage }) },
            { path: '/passages', lazy: async () => ({ Component: (await import('./pages/passages/PassagesPage')).PassagesPage }) },
            { path: '/passages/:template', lazy: async () => ({ Component: (await import('./pages/composer/ComposerPage')).ComposerPage }) },
            { path: '/brand/:brand?', lazy: async () => ({ Component: (await import('./pages/brand/BrandPage')).BrandPage }) },
            { path: '/pictures', lazy: async () => ({ Component: (await import('./pages/pictures/PicturesPage')).PicturesPage }) },
            { path: '/records', element: <RecordsPage /> },
            { path: '/records/:type', element: <RecordsPage /> },
            { path: '/records/:type/*', element: <RecordPage /> },
            { path: '/dispatches', element: <DispatchesPage /> },
            { path: '/dispatches/answers', lazy: async () => ({ Component: (await import('./pages/answers/AnswersPage')).AnswersPage }) },
            { path: '/dispatches/:id', element: <DispatchPage /> },
            { path: '/events', lazy: async () => ({ Component: (await import('./pages/events/EventsPage')).EventsPage }) },
            { path: '/mailroom', element: <MailroomPage /> },
            { path: '/mailroom/:id', element: <MailroomPage /> },
            { path: '/people', lazy: async () => ({ Component: (await import('./pages/people/PeoplePage')).PeoplePage }) },
            { path: '/audit', lazy: async () => ({ Component: (await import('./pages/audit/AuditPage')).AuditPage }) },
            { path: '*', element: <NothingHere /> },
        ] }],
    },
], { basename: SOURCE ? pagesOf(SOURCE) : '/' });

const root = document.getElementById('app');
if (root) {
    createRoot(root).render(
        <StrictMode>
            <QueryClientProvider client={client}>
                <RouterProvider router={router} />
                <Toaster position="bottom-right" />
            </QueryClientProvider>
        </StrictMode>,
    );
}
